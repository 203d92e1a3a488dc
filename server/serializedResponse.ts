import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { FastifyReply, FastifyRequest } from 'fastify';

/** Below this a response leaves in a few packets anyway. */
const MIN_COMPRESSED_BYTES = 16_384;
const compress = promisify(gzip);

/**
 * A response as bytes, serialized once for all who get it. A large one is compressed when it is
 * sent a second time (RFC 9110, gzip): one that is asked for once is on its way before it would be
 * compressed.
 */
export class SerializedResponse {
  private plain: Buffer;
  private compressed: Buffer | null = null;
  private wasSent = false;
  private isCompressing = false;

  constructor(answer: unknown) {
    this.plain = Buffer.from(JSON.stringify(answer));
  }

  /** Bytes before compression. */
  get size(): number {
    return this.plain.length;
  }

  /** What to send, with its headers set. */
  send(request: FastifyRequest, reply: FastifyReply): Buffer {
    reply.header('content-type', 'application/json; charset=utf-8');
    if (this.plain.length < MIN_COMPRESSED_BYTES) return this.plain;
    reply.header('vary', 'accept-encoding, accept-language');
    if (!/\bgzip\b/.test(request.headers['accept-encoding'] ?? '')) return this.plain;
    if (this.compressed) {
      reply.header('content-encoding', 'gzip');
      return this.compressed;
    }
    if (this.wasSent && !this.isCompressing) void this.compress();
    this.wasSent = true;
    return this.plain;
  }

  private async compress(): Promise<void> {
    this.isCompressing = true;
    this.compressed = await compress(this.plain, { level: 4 });
  }
}
