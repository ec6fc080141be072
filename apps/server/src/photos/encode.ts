import sharp from 'sharp';
import { ProblemError } from '../platform/problems.js';

export interface KeptPicture {
  jpeg: Buffer;
  widthPx: number;
  heightPx: number;
}

/** Longest side kept, px: a 12-megapixel picture stays as it is. */
const LONGEST_PX = 4096;
const MOST_PX_SENT = 80_000_000;
const QUALITY = 88;
const HEIC_BRANDS = ['heic', 'heix', 'heim', 'heis', 'hevc', 'hevx', 'mif1', 'msf1', 'avif'];

/**
 * A picture as it is kept: upright, no larger than is of use, flat colours, and encoded anew so that nothing but the picture stays in it,
 * above all not where it was taken.
 * @throws ProblemError 415 for what is no JPEG or PNG, 422 for one that cannot be read
 */
export async function encodeAnew(sent: Buffer): Promise<KeptPicture> {
  requirePicture(sent);
  try {
    const upright = sharp(sent, { limitInputPixels: MOST_PX_SENT, failOn: 'error' }).autoOrient();
    const { data, info } = await upright
      .resize({ width: LONGEST_PX, height: LONGEST_PX, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .toColourspace('srgb')
      .jpeg({ quality: QUALITY })
      .toBuffer({ resolveWithObject: true });
    return { jpeg: data, widthPx: info.width, heightPx: info.height };
  } catch {
    throw new ProblemError(
      422,
      'unreadable-picture',
      'The picture cannot be read: it is cut short, damaged or too large. Save it again as JPEG.',
    );
  }
}

function requirePicture(bytes: Buffer): void {
  const brand = bytes.subarray(8, 12).toString('latin1');
  if (bytes.subarray(4, 8).toString('latin1') === 'ftyp' && HEIC_BRANDS.includes(brand))
    throw new ProblemError(
      415,
      'heic',
      'This is a HEIC picture, which not every machine can read. Set the camera to JPEG, or save it as JPEG first.',
    );
  const jpeg = bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff;
  const png = bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]));
  if (!jpeg && !png) throw new ProblemError(415, 'not-a-picture', 'Send a JPEG or PNG picture.');
}
