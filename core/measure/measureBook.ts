import { buildMeasure, type Measure, type MeasureCode, type MeasureRecord } from './measure';

/** The measures of a company, of every version that is still read. */
export interface MeasureBook {
  all: readonly Measure[];
  /** @throws RangeError for a code that is none: whoever asks has checked it with `find`. */
  get(code: MeasureCode): Measure;
  find(code: MeasureCode): Measure | undefined;
}

export function buildMeasureBook(records: readonly MeasureRecord[]): MeasureBook {
  const all = records.map(buildMeasure);
  const byCode = new Map(all.map((measure) => [measure.code, measure]));
  // Asked for the same one thousands of times in a row.
  let newest = all[0];
  return {
    all,
    find: (code) => byCode.get(code),
    get(code) {
      if (newest?.code === code) return newest;
      const measure = (newest = byCode.get(code));
      if (!measure) throw new RangeError(`There is no measure ${code}.`);
      return measure;
    },
  };
}
