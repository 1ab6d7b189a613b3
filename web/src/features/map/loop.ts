import type MapBrowserEvent from 'ol/MapBrowserEvent.js';
import PointerInteraction from 'ol/interaction/Pointer.js';

/** Pixels that a hand may tremble in a click. */
const TREMBLE = 8;

interface Loop {
  /** The line so far, in the map's coordinates; null when there is none any more. */
  readonly onLine: (line: number[][] | null) => void;
  readonly onDrawn: (line: number[][]) => void;
}

/** A line drawn by dragging with one pointer; clicks are left to others, and so are two fingers, which move the map. */
export function loop({ onLine, onDrawn }: Loop): PointerInteraction {
  let line: number[][] = [];
  let start = [0, 0];
  // an event's own place may have been drawn to a street nearby, which a hand that draws does not mean
  const pixelOf = ({ map, originalEvent }: MapBrowserEvent): number[] => map.getEventPixel(originalEvent);
  const end = (): void => {
    line = [];
    onLine(null);
  };
  const interaction: PointerInteraction = new PointerInteraction({
    handleDownEvent: (event) => {
      const { shiftKey, button } = event.originalEvent as PointerEvent;
      start = pixelOf(event);
      return !shiftKey && button === 0;
    },
    handleDragEvent: (event) => {
      if (interaction.getPointerCount() > 1) return end();
      const pixel = pixelOf(event);
      const far = Math.hypot((pixel[0] ?? 0) - (start[0] ?? 0), (pixel[1] ?? 0) - (start[1] ?? 0));
      if (line.length === 0 && far < TREMBLE) return;
      if (line.length === 0) line.push(event.map.getCoordinateFromPixel(start));
      line.push(event.map.getCoordinateFromPixel(pixel));
      onLine(line);
    },
    handleUpEvent: () => {
      const drawn = line;
      end();
      if (drawn.length > 2) onDrawn(drawn);
      return false;
    },
    // others see a press, too: it may become a click
    stopDown: () => false,
  });
  return interaction;
}
