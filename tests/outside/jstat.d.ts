declare module 'jstat' {
  const jstat: {
    median(values: readonly number[]): number;
    binomial: { cdf(successes: number, trials: number, probability: number): number };
  };
  export default jstat;
}
