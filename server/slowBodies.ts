import { type Readable, Transform } from 'node:stream';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { ProblemError } from './problem';

/** So long may a body of some kilobytes take, from its head to its last byte. */
const WITHIN_MS = 20_000;

/**
 * Ends a request whose body does not arrive: half-sent requests would pile up, also of people who
 * are not signed in.
 */
export async function cutSlowBodies(
  request: FastifyRequest,
  reply: FastifyReply,
  payload: Readable,
): Promise<Readable> {
  return within(payload, WITHIN_MS, request, reply);
}

/** The same stream, that fails with `tooSlow` when it has not ended in time. */
function within(
  source: Readable,
  ms: number,
  request: FastifyRequest,
  reply: FastifyReply,
): Readable {
  const through = new Transform({ transform: (chunk, _encoding, done) => done(null, chunk) });
  // Once the answer is out nobody reads the body any more.
  through.on('error', () => undefined);
  const timer = setTimeout(() => {
    through.destroy(new ProblemError('tooSlow'));
    // The answer goes out first, then nothing more is read of it.
    setTimeout(() => request.raw.socket.destroy(), 1_000).unref();
  }, ms);
  timer.unref();
  const stop = () => clearTimeout(timer);
  source.once('error', (error) => through.destroy(error));
  source.once('end', stop);
  source.once('close', stop);
  reply.raw.once('close', stop);
  through.once('close', stop);
  through.once('end', stop);
  return source.pipe(through);
}
