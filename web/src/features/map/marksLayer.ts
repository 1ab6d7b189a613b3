import type { FrameState } from 'ol/Map.js';
import Layer from 'ol/layer/Layer.js';
import { fromLonLat, transformExtent } from 'ol/proj.js';
import { markSource } from '../../shared/status.js';
import { COLOUR, FONT } from '../../shared/tokens.js';
import { isCrowded, marksWithin, positionOf } from './marks.js';
import type { Mark, Marks } from './marks.js';

/** Metres a pixel below which a home bears its price. */
const PRICES_BELOW = 3.2;
const MARK = 15;
const FAR_MARK = 11;
const STANDS_OUT = 22;
/** How far from a mark's middle one may point, in pixels. */
const REACH = 10;

type Pixel = readonly [x: number, y: number];

interface Drawn {
  readonly mark: Mark;
  readonly x: number;
  readonly y: number;
  readonly radius: number;
}

/** All of a result's homes on one canvas: far off put together under their number, near by their status's mark, nearer with their price. */
export class MarksLayer extends Layer {
  private marks: Marks | null = null;
  private hovered: string | null = null;
  private chosen: ReadonlySet<string> = new Set();
  private drawn: Drawn[] = [];
  private readonly canvas = document.createElement('canvas');
  private readonly images = new Map<string, HTMLImageElement>();

  constructor() {
    super({});
    this.canvas.style.position = 'absolute';
    this.canvas.className = 'ol-layer';
  }

  /** Shows other homes, or other ones standing out. */
  show(marks: Marks | null, hovered: string | null, chosen: ReadonlySet<string>): void {
    Object.assign(this, { marks, hovered, chosen });
    // a number must be read, a mark may lie below a town's name
    this.setZIndex(marks && isCrowded(marks) ? 1 : 0);
    this.changed();
  }

  /** What stands where one points, the nearest; null where nothing does. */
  at([x = 0, y = 0]: readonly number[]): Mark | null {
    let best: { mark: Mark; far: number } | null = null;
    for (const each of this.drawn) {
      const far = Math.hypot(each.x - x, each.y - y) - each.radius;
      if (far <= REACH - MARK / 2 && (!best || far < best.far)) best = { mark: each.mark, far };
    }
    return best?.mark ?? null;
  }

  override render(frame: FrameState): HTMLElement {
    const { size, pixelRatio, extent, viewState, coordinateToPixelTransform: toPixel } = frame;
    const [width = 0, height = 0] = size;
    Object.assign(this.canvas, { width: width * pixelRatio, height: height * pixelRatio });
    Object.assign(this.canvas.style, { width: `${width}px`, height: `${height}px` });
    const context = this.canvas.getContext('2d');
    this.drawn = [];
    if (!context || !this.marks || !extent) return this.canvas;
    context.scale(pixelRatio, pixelRatio);
    const [west = 0, south = 0, east = 0, north = 0] = transformExtent(extent, 'EPSG:3857', 'EPSG:4326');
    // a mark beyond the edge may still reach into the view
    const [padX, padY] = [(east - west) * 0.03, (north - south) * 0.03];
    const box = [west - padX, south - padY, east + padX, north + padY] as const;
    for (const mark of marksWithin(this.marks, box, viewState.zoom)) {
      this.draw(context, mark, pixelOf([mark.lon, mark.lat], toPixel), viewState.resolution);
    }
    this.drawHovered(context, toPixel);
    return this.canvas;
  }

  private draw(context: CanvasRenderingContext2D, mark: Mark, [x, y]: Pixel, resolution: number): void {
    if ('cluster' in mark) return this.drawCluster(context, mark, x, y);
    const { answer } = this.marks as Marks;
    const standsOut = this.chosen.has(answer.keys[mark.place] ?? '');
    const size = standsOut ? STANDS_OUT : resolution > 18 ? FAR_MARK : MARK;
    this.drawMark(context, mark.place, x, y, size);
    this.drawn.push({ mark, x, y, radius: size / 2 });
    if (resolution < PRICES_BELOW) this.drawPrice(context, mark.place, x + size / 2 + 2, y, false);
  }

  private drawCluster(context: CanvasRenderingContext2D, mark: Extract<Mark, { cluster: number }>, x: number, y: number): void {
    const text = mark.count < 1000 ? String(mark.count) : `${(mark.count / 1000).toFixed(mark.count < 10_000 ? 1 : 0)}k`;
    const radius = 11 + Math.min(11, 2.4 * Math.log2(mark.count / 4 + 1));
    context.beginPath();
    context.arc(x, y, radius, 0, 2 * Math.PI);
    context.fillStyle = 'rgba(255,255,255,.94)';
    context.fill();
    context.lineWidth = 2;
    context.strokeStyle = COLOUR.mulberry;
    context.stroke();
    context.font = `700 11.5px ${FONT.text}`;
    context.textAlign = 'center';
    context.textBaseline = 'middle';
    context.fillStyle = COLOUR.mulberryDeep;
    context.fillText(text, x, y + 0.5);
    this.drawn.push({ mark, x, y, radius });
  }

  /** The home that is pointed at, here or in the list, on top of all others and with its price. */
  private drawHovered(context: CanvasRenderingContext2D, toPixel: readonly number[]): void {
    const place = this.hovered === null ? undefined : this.marks?.placeOf.get(this.hovered);
    if (place === undefined || !this.marks) return;
    const [x, y] = pixelOf(positionOf(this.marks.answer, place), toPixel);
    this.drawMark(context, place, x, y, STANDS_OUT);
    this.drawPrice(context, place, x + STANDS_OUT / 2 + 3, y, true);
  }

  private drawMark(context: CanvasRenderingContext2D, place: number, x: number, y: number, size: number): void {
    const { answer } = this.marks as Marks;
    const image = this.imageOf(answer.statuses[answer.status[place] ?? 0] ?? '');
    if (image.complete && image.naturalWidth > 0) context.drawImage(image, x - size / 2, y - size / 2, size, size);
  }

  private drawPrice(context: CanvasRenderingContext2D, place: number, x: number, y: number, standsOut: boolean): void {
    const price = (this.marks as Marks).answer.prices[place];
    if (price == null) return;
    const text = sayPrice(price);
    context.font = `${standsOut ? 700 : 600} ${standsOut ? 12 : 11}px ${FONT.text}`;
    context.textAlign = 'left';
    context.textBaseline = 'middle';
    const width = context.measureText(text).width;
    context.fillStyle = standsOut ? COLOUR.mulberryDeep : 'rgba(255,255,255,.86)';
    context.beginPath();
    context.roundRect(x, y - 9, width + 10, 18, 5);
    context.fill();
    context.fillStyle = standsOut ? '#FFFFFF' : COLOUR.ink;
    context.fillText(text, x + 5, y + 0.5);
  }

  private imageOf(status: string): HTMLImageElement {
    let image = this.images.get(status);
    if (!image) {
      image = new Image();
      image.onload = () => this.changed();
      image.src = markSource(status, true);
      this.images.set(status, image);
    }
    return image;
  }
}

/** Where a place in degrees is drawn, by a frame's own transform of coordinates. */
function pixelOf(place: [number, number], [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0]: readonly number[]): Pixel {
  const [x = 0, y = 0] = fromLonLat(place);
  return [a * x + c * y + e, b * x + d * y + f];
}

/** "$385k", "$1.25m", and a rent in full. */
function sayPrice(price: number): string {
  if (price < 10_000) return `$${price.toLocaleString('en-US')}`;
  return price < 1_000_000 ? `$${Math.round(price / 1000)}k` : `$${Math.round(price / 10_000) / 100}m`;
}
