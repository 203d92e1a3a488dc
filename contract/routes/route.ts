import type { Static, TSchema } from 'typebox';
import type { ErrorCode } from '../errors/catalogue';

/**
 * Who may call: `anyone` without signing in; the others name what the signed-in person's role must
 * allow. The unit is checked on every row besides.
 */
export const PERMISSIONS = ['anyone', 'read', 'book', 'plan', 'administer', 'self'] as const;
export type Permission = (typeof PERMISSIONS)[number];

/** An endpoint is a record: server, client and description all come from it. */
export interface Route<
  Params extends TSchema = TSchema,
  Query extends TSchema = TSchema,
  Body extends TSchema = TSchema,
  Answer extends TSchema = TSchema,
> {
  id: string;
  method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  path: string;
  permission: Permission;
  summary: string;
  params?: Params;
  query?: Query;
  body?: Body;
  /** Left out for answers that are not JSON. */
  response?: Answer;
  responseType?: string;
  bodyType?: string;
  status?: number;
  /** Largest body in bytes; 64 kB when left out. */
  maxBytes?: number;
  /**
   * Only for a person in a browser: no access token makes passwords, accounts or further tokens.
   */
  browserOnly?: boolean;
  errors?: readonly ErrorCode[];
  /** A body as it may be sent, for the description. */
  example?: unknown;
}

export type AnyRoute = Route<any, any, any, any>;
export type BodyOf<R extends AnyRoute> =
  R extends Route<any, any, infer B, any> ? Static<B> : never;
export type ResponseOf<R extends AnyRoute> =
  R extends Route<any, any, any, infer A> ? Static<A> : never;
export type QueryOf<R extends AnyRoute> =
  R extends Route<any, infer Q, any, any> ? Static<Q> : never;
export type ParamsOf<R extends AnyRoute> =
  R extends Route<infer P, any, any, any> ? Static<P> : never;

export const API = '/api/v1';

/** Of a body whose route names no other limit. */
export const USUAL_BYTES = 64 * 1024;

/** Keeps the schemas' types while checking the record. */
export function defineRoute<
  P extends TSchema,
  Q extends TSchema,
  B extends TSchema,
  A extends TSchema,
>(route: Route<P, Q, B, A>): Route<P, Q, B, A> {
  return route;
}
