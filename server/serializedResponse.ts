import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { FastifyReply, FastifyRequest } from 'fastify';

/** Below this an answer leaves in a few packets anyway. */
const WORTH_PACKING = 16_384;
const pack = promisify(gzip);

/**
 * An answer as it leaves, made once for all who get it. A large one is packed when it is given a
 * second time (RFC 9110, gzip): an answer that is asked for once is on its way before it would be
 * packed.
 */
export class SerializedResponse {
  private plain: Buffer;
  private packed: Buffer | null = null;
  private isGiven = false;
  private isPacking = false;

  constructor(answer: unknown) {
    this.plain = Buffer.from(JSON.stringify(answer));
  }

  /** Bytes, not packed. */
  get size(): number {
    return this.plain.length;
  }

  /** What to send, with its headers set. */
  give(request: FastifyRequest, reply: FastifyReply): Buffer {
    reply.header('content-type', 'application/json; charset=utf-8');
    if (this.plain.length < WORTH_PACKING) return this.plain;
    reply.header('vary', 'accept-encoding');
    if (!/\bgzip\b/.test(request.headers['accept-encoding'] ?? '')) return this.plain;
    if (this.packed) {
      reply.header('content-encoding', 'gzip');
      return this.packed;
    }
    if (this.isGiven && !this.isPacking) void this.pack();
    this.isGiven = true;
    return this.plain;
  }

  private async pack(): Promise<void> {
    this.isPacking = true;
    this.packed = await pack(this.plain, { level: 4 });
  }
}
