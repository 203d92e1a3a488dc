import type { FastifyError, FastifyInstance, FastifyReply } from 'fastify';
import type { FaultCode, FieldFault } from '#contract/errors/catalogue';
import { toProblem, type Problem } from '#contract/errors/problem';
import { Refused } from './problem';

declare module 'fastify' {
  interface FastifyReply {
    callNotFoundProblem(): FastifyReply;
  }
}

/** The one door for everything that goes wrong: expected refusals as they are, the rest logged and told by its request id only. */
export function answerErrors(app: FastifyInstance): void {
  app.decorateReply('callNotFoundProblem', function (this: FastifyReply) {
    return send(this, toProblem('notFound'));
  });
  app.setNotFoundHandler((_request, reply) => reply.callNotFoundProblem());
  app.setErrorHandler((error: FastifyError, request, reply) => {
    const problem = translate(error);
    if (problem) return send(reply, problem);
    request.log.error(error);
    if (!app.log.level || app.log.level === 'silent') process.stderr.write(`${request.id} ${request.method} ${request.url}: ${error.stack}\n`);
    return send(reply, toProblem('internal', { requestId: request.id }));
  });
}

function send(reply: FastifyReply, problem: Problem): FastifyReply {
  return reply.status(problem.status).type('application/problem+json').send(problem);
}

const AWAY = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', '57P01', '57P02', '57P03', '08006', '08003', '08001']);

function translate(error: FastifyError): Problem | null {
  if (error instanceof Refused) return error.toProblem();
  if (error.validation) return toProblem('invalidInput', {}, error.validation.map(toFault));
  if (error.code === 'FST_ERR_CTP_BODY_TOO_LARGE') return toProblem('tooLarge', { limit: '20 MB of JSON' });
  if (error.code === 'FST_ERR_CTP_INVALID_MEDIA_TYPE') return toProblem('wrongMediaType', { expected: 'JSON, or a file as text/csv' });
  if (error.code?.startsWith('FST_ERR_CTP') || error instanceof SyntaxError) return toProblem('invalidBody', { expected: 'JSON', problem: error.message });
  const cause = (error.cause ?? error) as { code?: string; message?: string };
  if (AWAY.has(cause.code ?? '') || /Connection terminated|timeout exceeded when trying to connect|terminating connection/.test(cause.message ?? '')) return toProblem('unavailable');
  return null;
}

type Validation = NonNullable<FastifyError['validation']>[number];

const FAULT_OF: Readonly<Record<string, FaultCode>> = { required: 'required', minLength: 'required', maxLength: 'tooLong' };

/** Ajv's word turned into the catalogue's, at the field it is about. */
function toFault(each: Validation): FieldFault {
  const params = each.params as Record<string, string | number>;
  const property = each.keyword === 'required' ? params['missingProperty'] : each.keyword === 'additionalProperties' ? params['additionalProperty'] : '';
  const field = `${each.instancePath}/${property ?? ''}`.replace(/^\/+|\/+$/g, '') || 'body';
  if (each.keyword === 'format' && params['format'] === 'date') return { field, code: 'notADate' };
  const code = FAULT_OF[each.keyword] ?? 'format';
  return { field, code, params: { max: params['limit'] ?? '', problem: each.message ?? each.keyword } };
}
