import { attempt } from '@ashstep/core/errors';
import type { LaidPhoto } from '@ashstep/core/repair';
import { type Picture, type SquaredFrame, squareUpRows, squaredFrame } from '@ashstep/core/survey';

export interface SquareUpRequest {
  /** Address of the picture on this server. */
  address: string;
  corners: LaidPhoto['corners'];
  widthMm: number;
  heightMm: number;
}

/** How far it has got, 0 to 1; then the picture, or what is in the way. */
export type SquareUpReply =
  { share: number } | { picture: Blob; frame: SquaredFrame } | { failed: 'picture' | 'corners' };

const BAND_ROWS = 128;
/** What a sheet can show: more would only hold up the page that draws it. */
const MOST_SHOWN_PX = 5_000_000;
/** Paper of the drawing, where the picture shows nothing: JPEG has no clear pixels, but is written many times faster than what has. */
const SHEET = '#f6f7f4';
/** Shares of the whole that reading and resampling take, about. */
const READ_SHARE = 0.3;
const WRITE_SHARE = 0.2;

addEventListener(
  'message',
  ({ data }: MessageEvent<SquareUpRequest>) => void squareUp(data).then((reply) => postMessage(reply)),
);

async function squareUp({ address, corners, widthMm, heightMm }: SquareUpRequest): Promise<SquareUpReply> {
  const source = await read(address).catch(() => null);
  if (!source) return { failed: 'picture' };
  postMessage({ share: READ_SHARE } satisfies SquareUpReply);
  const { result: frame } = attempt(() => squaredFrame({ corners, widthMm, heightMm }, source, MOST_SHOWN_PX));
  if (!frame) return { failed: 'corners' };
  const canvas = new OffscreenCanvas(frame.widthPx, frame.heightPx);
  const context = canvas.getContext('2d')!;
  const target = context.createImageData(frame.widthPx, frame.heightPx);
  for (let row = 0; row < frame.heightPx; row += BAND_ROWS) {
    squareUpRows(
      source,
      frame,
      { widthPx: frame.widthPx, heightPx: frame.heightPx, rgba: target.data },
      row,
      Math.min(frame.heightPx, row + BAND_ROWS),
    );
    postMessage({
      share: READ_SHARE + ((1 - READ_SHARE - WRITE_SHARE) * row) / frame.heightPx,
    } satisfies SquareUpReply);
  }
  context.putImageData(target, 0, 0);
  context.globalCompositeOperation = 'destination-over';
  context.fillStyle = SHEET;
  context.fillRect(0, 0, frame.widthPx, frame.heightPx);
  return { picture: await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.88 }), frame };
}

async function read(address: string): Promise<Picture> {
  const reply = await fetch(address);
  if (!reply.ok) throw new Error(`${address} answers ${reply.status}`);
  const bitmap = await createImageBitmap(await reply.blob());
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return {
    widthPx: canvas.width,
    heightPx: canvas.height,
    rgba: context.getImageData(0, 0, canvas.width, canvas.height).data,
  };
}
