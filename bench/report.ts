import { writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { fileURLToPath } from 'node:url';

/** What is measured, its value, what is wanted, and whether more or less is better. */
export type Ratio = readonly [name: string, value: number, wanted: number, kind: 'min' | 'max'];

/** Prints each ratio beside what is wanted and keeps them in `bench/result-NAME.json`. */
export function report(name: string, ratios: readonly Ratio[], facts: object): void {
  process.stdout.write('\n');
  for (const [text, value, wanted, kind] of ratios) {
    const isReached = kind === 'min' ? value >= wanted : value <= wanted;
    process.stdout.write(
      `${isReached ? 'reached' : 'MISSED '}  ${text}: ${value.toFixed(2)} (wanted ${kind === 'min' ? 'at least' : 'at most'} ${wanted.toFixed(2)})\n`,
    );
  }
  writeFileSync(
    fileURLToPath(new URL(`./result-${name}.json`, import.meta.url)),
    `${JSON.stringify(
      {
        machine: `${cpus().length} x ${cpus()[0]?.model}`,
        node: process.version,
        ...facts,
        ratios: Object.fromEntries(ratios.map(([text, value]) => [text, Number(value.toFixed(2))])),
      },
      null,
      2,
    )}\n`,
  );
}
