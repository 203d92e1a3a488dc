declare module 'jstat' {
  const jstat: {
    median(values: readonly number[]): number;
    corrcoeff(xs: readonly number[], ys: readonly number[]): number;
    binomial: { cdf(successes: number, trials: number, probability: number): number };
  };
  export default jstat;
}
