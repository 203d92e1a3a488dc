import { Ajv, type ValidateFunction } from 'ajv';
import addFormats from 'ajv-formats';
import type { FastifyInstance } from 'fastify';
import { type ErrorCode, ERRORS } from '#contract/errors/catalogue';
import { Problem } from '#contract/errors/problem';
import { errorsOf } from '#contract/openapi';
import { ROUTES } from '#contract/routes/index';
import { type AnyRoute, API } from '#contract/routes/route';

const ajv = new Ajv({ allErrors: true, strict: false });
addFormats.default(ajv);
const validators = new Map<string, ValidateFunction>();
const routes = new Map(ROUTES.map((route) => [`${route.method} ${API}${route.path}`, route]));
const isProblem = ajv.compile(Problem);

/**
 * The schema with nothing allowed that it does not name: what an answer says beyond its contract,
 * nobody may rely on.
 */
function closed(schema: unknown): unknown {
  if (Array.isArray(schema)) return schema.map(closed);
  if (typeof schema !== 'object' || schema === null) return schema;
  const copy = Object.fromEntries(
    Object.entries(schema).map(([key, value]) => [
      key,
      key === 'const' || key === 'enum' || key === 'default' ? value : closed(value),
    ]),
  );
  return copy['type'] === 'object' &&
    copy['properties'] !== undefined &&
    copy['additionalProperties'] === undefined &&
    copy['patternProperties'] === undefined
    ? { ...copy, additionalProperties: false }
    : copy;
}

function validatorOf(route: AnyRoute): ValidateFunction {
  let found = validators.get(route.id);
  if (!found) validators.set(route.id, (found = ajv.compile(closed(route.response) as object)));
  return found;
}

/** What of an answer is not as the contract says; null where all is. */
export function findBreach(
  route: AnyRoute,
  status: number,
  type: string,
  text: string,
): string | null {
  const described = `${route.method} ${route.path} (${status})`;
  if (status === 500) return `${described} failed: ${text.slice(0, 200)}`;
  if (status > 500) return null;
  if (status >= 400) {
    const problem = JSON.parse(text) as Problem;
    if (!isProblem(problem))
      return `${described} is no problem: ${ajv.errorsText(isProblem.errors)}`;
    if (ERRORS[problem.code as ErrorCode]?.status !== status)
      return `${described} has the code ${problem.code}, which is not of this status`;
    return errorsOf(route).includes(problem.code as ErrorCode)
      ? null
      : `${described} refuses with ${problem.code}, which its record does not name`;
  }
  if (!route.response) return null;
  if (status !== (route.status ?? 200)) return `${described} should be ${route.status ?? 200}`;
  if (!type.startsWith('application/json')) return `${described} is ${type}`;
  const validate = validatorOf(route);
  return validate(JSON.parse(text))
    ? null
    : `${described}: ${ajv.errorsText(validate.errors, { separator: '; ' })}`;
}

/**
 * Holds every answer of a server against the contract. What breaks it is gathered: a test asks for
 * it at its end.
 */
export function watchContract(app: FastifyInstance): string[] {
  const breaches: string[] = [];
  app.addHook('onSend', async (request, reply, payload) => {
    const route = routes.get(`${request.method} ${request.routeOptions.url ?? ''}`);
    if (!route || (typeof payload !== 'string' && !Buffer.isBuffer(payload))) return;
    const breach = findBreach(
      route,
      reply.statusCode,
      String(reply.getHeader('content-type')),
      payload.toString(),
    );
    if (breach) breaches.push(breach);
  });
  return breaches;
}
