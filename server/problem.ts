import type { ErrorCode, FieldFault, Params } from '#contract/errors/catalogue';
import { type Problem, toProblem } from '#contract/errors/problem';

/** An expected failure on its way to the client: an entry of the catalogue with its parameters. */
export class ProblemError extends Error {
  constructor(
    readonly code: ErrorCode,
    readonly params: Params = {},
    readonly faults: readonly FieldFault[] = [],
    readonly clashes?: readonly unknown[],
  ) {
    super(code);
  }

  toProblem(): Problem {
    const problem = toProblem(this.code, this.params, this.faults);
    if (this.clashes) problem.clashes = [...this.clashes];
    return problem;
  }
}

/** Refuses input when anything is wrong with it. */
export function assertNoFieldErrors(faults: readonly FieldFault[]): void {
  if (faults.length > 0) throw new ProblemError('invalidInput', {}, faults);
}
