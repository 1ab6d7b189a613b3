import { MOST_PICTURE_BYTES } from '@perambula/contract';

/** Pixels of the longer side. */
const LONGEST_SIDE = 1280;
const QUALITIES = [0.8, 0.6, 0.4, 0.25];

/** A photograph as small as it is kept: a JPEG, without where and by what it was taken. @throws Error where it is no picture */
export async function shrink(file: Blob): Promise<Blob> {
  const image = await createImageBitmap(file).catch(() => {
    throw new Error('This file is no picture that can be read here.');
  });
  const scale = Math.min(1, LONGEST_SIDE / Math.max(image.width, image.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(image.width * scale);
  canvas.height = Math.round(image.height * scale);
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  for (const quality of QUALITIES) {
    const small = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', quality));
    if (small && small.size <= MOST_PICTURE_BYTES) return small;
  }
  throw new Error('This picture could not be made small enough to be kept.');
}

/** Bytes as Base64 (RFC 4648). */
export async function base64Of(blob: Blob): Promise<string> {
  const bytes = new Uint8Array(await blob.arrayBuffer());
  let text = '';
  // in pieces: a call takes only so many arguments
  for (let at = 0; at < bytes.length; at += 8192) text += String.fromCharCode(...bytes.subarray(at, at + 8192));
  return btoa(text);
}
