import { type Static, Type } from 'typebox';
import { type ErrorCode, ERRORS, FAULTS, type FieldFault, fillIn, type Params } from './catalogue';

/**
 * RFC 9457 problem details, with the catalogue's code and, for bad input, what is wrong at which
 * field.
 */
export const Problem = Type.Object({
  type: Type.String(),
  title: Type.String(),
  status: Type.Integer(),
  detail: Type.String(),
  code: Type.String(),
  errors: Type.Optional(
    Type.Array(Type.Object({ field: Type.String(), code: Type.String(), message: Type.String() })),
  ),
  clashes: Type.Optional(Type.Array(Type.Unknown())),
});
export type Problem = Static<typeof Problem>;

/** Builds the body for an error of the catalogue. */
export function toProblem(
  code: ErrorCode,
  params: Params = {},
  faults: readonly FieldFault[] = [],
): Problem {
  const { status, title, detail } = ERRORS[code];
  const problem: Problem = {
    type: `/problems/${code}`,
    title,
    status,
    detail: fillIn(detail, params),
    code,
  };
  if (faults.length > 0) {
    problem.errors = faults.map((fault) => ({
      field: fault.field,
      code: fault.code,
      message: fillIn(FAULTS[fault.code], fault.params),
    }));
  }
  return problem;
}
