import type { FastifyError, FastifyInstance, FastifyReply } from 'fastify';
import type { ErrorCode, FaultCode, FieldFault } from '#contract/errors/catalogue';
import { type Problem, toProblem } from '#contract/errors/problem';
import { InexactAmount } from '#core/money/amount';
import { OutcomeUnknown } from './db/client';
import { ProblemError } from './problem';

declare module 'fastify' {
  interface FastifyReply {
    callNotFoundProblem(): FastifyReply;
  }
}

/**
 * The one door for everything that goes wrong: expected refusals as they are, the rest logged and
 * told by its request id only.
 */
export function answerErrors(app: FastifyInstance): void {
  app.decorateReply('callNotFoundProblem', function (this: FastifyReply) {
    return send(this, toProblem('notFound'));
  });
  app.setNotFoundHandler((_request, reply) => reply.callNotFoundProblem());
  app.setErrorHandler((error: FastifyError, request, reply) => {
    const problem = translate(error);
    if (problem) return send(reply, problem);
    // Neither the parameters of a query nor the address's own: they hold customers, notes and
    // secrets.
    const told = {
      requestId: request.id,
      method: request.method,
      route: request.routeOptions.url,
      ...describe(error),
    };
    request.log.error(told);
    if (!app.log.level || app.log.level === 'silent')
      process.stderr.write(`${JSON.stringify(told)}\n`);
    return send(reply, toProblem('internal', { requestId: request.id }));
  });
}

/** What a log may say of an error: no rows and no values. */
function describe(error: unknown): {
  error: string;
  code: string | undefined;
  stack: string | undefined;
} {
  const causes = chainOf(error);
  const text = (message: string | undefined) =>
    (message ?? '').replace(/\nparams:[^]*$/, '').slice(0, 500);
  const { stack } = error as Error;
  return {
    error: causes.map((each) => text(each.message)).join(' < '),
    code: causes.find((each) => each.code)?.code,
    stack: stack
      ?.split('\n')
      .filter((line) => /^\s+at /.test(line))
      .slice(0, 12)
      .join('\n'),
  };
}

function send(reply: FastifyReply, problem: Problem): FastifyReply {
  return reply.status(problem.status).type('application/problem+json').send(problem);
}

interface Cause {
  code?: string;
  message?: string;
  cause?: unknown;
}

/** The error and whatever it was caused by, outermost first. */
function chainOf(error: unknown): Cause[] {
  const chain: Cause[] = [];
  for (
    let each = error as Cause | undefined;
    each && chain.length < 5;
    each = each.cause as Cause | undefined
  )
    chain.push(each);
  return chain;
}

/**
 * PostgreSQL's error codes (appendix A of its manual) and Node's, by what they mean to whoever
 * asked.
 */
const PROBLEM_OF_CODE: Readonly<Record<string, ErrorCode>> = {
  ECONNREFUSED: 'unavailable',
  ECONNRESET: 'unavailable',
  EPIPE: 'unavailable',
  ETIMEDOUT: 'unavailable',
  ENOTFOUND: 'unavailable',
  '57P01': 'unavailable',
  '57P02': 'unavailable',
  '57P03': 'unavailable',
  '57P05': 'unavailable',
  '25P03': 'unavailable',
  '53300': 'unavailable',
  '08000': 'unavailable',
  '08001': 'unavailable',
  '08003': 'unavailable',
  '08004': 'unavailable',
  '08006': 'unavailable',
  '08P01': 'unavailable',
  '53100': 'diskFull',
  ENOSPC: 'diskFull',
  '57014': 'busy',
  '55P03': 'busy',
  '40P01': 'busy',
  '40001': 'busy',
};
const AWAY =
  /Connection terminated|timeout exceeded when trying to connect|terminating connection|connection error and is not queryable|Query read timeout|Client was closed/;

/** What became of a query that failed for no fault of its own; null for anything else. */
export function findOutage(error: unknown): ErrorCode | null {
  const chain = chainOf(error);
  const codes = chain.flatMap(({ code, message = '' }) => {
    if (/No space left on device/.test(message)) return ['diskFull' as const];
    return PROBLEM_OF_CODE[code ?? ''] ?? (AWAY.test(message) ? ['unavailable' as const] : []);
  });
  const found = codes[0] ?? null;
  // Lost in the very commit: it may stand, or not.
  const isCommit = chain.some(
    (each) => each instanceof OutcomeUnknown || /^Failed query: commit\b/.test(each.message ?? ''),
  );
  return found === 'unavailable' && isCommit ? 'outcomeUnknown' : found;
}

function translate(error: FastifyError): Problem | null {
  if (error instanceof ProblemError) return error.toProblem();
  if (error.validation)
    return toProblem('invalidInput', {}, error.validation.slice(0, MOST_FAULTS).map(toFault));
  if (error.code === 'FST_ERR_CTP_BODY_TOO_LARGE')
    return toProblem('tooLarge', { limit: 'what this address takes' });
  if (error.code === 'FST_ERR_CTP_INVALID_MEDIA_TYPE')
    return toProblem('wrongMediaType', { expected: 'JSON, or a file as text/csv' });
  if (error.code?.startsWith('FST_ERR_CTP') || error instanceof SyntaxError)
    return toProblem('invalidBody', { expected: 'JSON', problem: error.message });
  if (error.code === 'ECONNRESET' && (error as { isAborted?: boolean }).isAborted)
    return toProblem('tooSlow');
  const outage = findOutage(error);
  if (outage) return toProblem(outage);
  // A value the database cannot take (class 22, data exception): whoever sent it is told, though
  // not at which field.
  if (chainOf(error).some((each) => /^22[0-9A-Z]{3}$/.test(each.code ?? '')))
    return toProblem('badRequest', { problem: 'a value is out of range, or not of its kind' });
  if (chainOf(error).some((each) => each instanceof InexactAmount)) return toProblem('sumTooLarge');
  if (error.statusCode !== undefined && error.statusCode >= 400 && error.statusCode < 500)
    return toProblem(error.statusCode === 403 ? 'notFound' : 'badRequest', {
      problem: error.message,
    });
  return null;
}

type Validation = NonNullable<FastifyError['validation']>[number];

const FAULT_OF: Readonly<Record<string, FaultCode>> = {
  required: 'required',
  minLength: 'required',
  maxLength: 'tooLong',
};

/** More than can be read at once help nobody. */
const MOST_FAULTS = 100;

/** Ajv's word turned into the catalogue's, at the field it is about. */
function toFault(each: Validation): FieldFault {
  const params = each.params as Record<string, string | number>;
  const property =
    each.keyword === 'required'
      ? params['missingProperty']
      : each.keyword === 'additionalProperties'
        ? params['additionalProperty']
        : '';
  const field = `${each.instancePath}/${property ?? ''}`.replace(/^\/+|\/+$/g, '') || 'body';
  if (each.keyword === 'format' && params['format'] === 'date') return { field, code: 'notADate' };
  const code = FAULT_OF[each.keyword] ?? 'format';
  return {
    field,
    code,
    params: { max: params['limit'] ?? '', problem: each.message ?? each.keyword },
  };
}
