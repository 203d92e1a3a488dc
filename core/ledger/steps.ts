/** Does at once what could be done in steps; returns what they come to. */
export function runToEnd<Result>(steps: Generator<void, Result>): Result {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
