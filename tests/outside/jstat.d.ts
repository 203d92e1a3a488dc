declare module 'jstat' {
  const jstat: {
    binomial: { cdf(successes: number, trials: number, probability: number): number };
  };
  export default jstat;
}
