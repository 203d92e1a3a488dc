import { ProblemError } from './problem';

export const MOST_PICTURE_BYTES = 300 * 1024;
const MOST_DOTS_READ = 40_000_000;

/** A picture as it is kept. */
export const PICTURE_TYPE = 'image/webp';

/**
 * The kinds of picture that are taken, by their first bytes (PNG: W3C PNG 3, JPEG: ITU-T T.81,
 * WebP: RFC 9649); what a sender says of them is not believed.
 */
const KINDS: readonly ((content: Buffer) => boolean)[] = [
  (content) =>
    content.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])),
  (content) => content.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff])),
  (content) =>
    content.toString('latin1', 0, 4) === 'RIFF' && content.toString('latin1', 8, 12) === 'WEBP',
];

/**
 * The picture drawn anew with at most so many dots a side: what else a file holds, the place it was
 * taken among it, does not come along. @throws ProblemError notAPicture
 */
export async function drawAnew(content: unknown, mostDots: number): Promise<Buffer> {
  if (!Buffer.isBuffer(content) || !KINDS.some((fits) => fits(content)))
    throw new ProblemError('notAPicture');
  const { default: sharp } = await import('sharp');
  try {
    return await sharp(content, { limitInputPixels: MOST_DOTS_READ })
      .rotate()
      .resize(mostDots, mostDots, { fit: 'inside', withoutEnlargement: true })
      .webp({ quality: 85 })
      .toBuffer();
  } catch {
    throw new ProblemError('notAPicture');
  }
}

/** Answers with a kept picture, which only the same reader's browser may keep. */
export function sendPicture(
  reply: { header(name: string, value: string): unknown; send(content: Buffer): unknown },
  content: Buffer,
): never {
  reply.header('content-type', PICTURE_TYPE);
  reply.header('cache-control', 'private, no-cache');
  return reply.send(content) as never;
}
