/** One code a row, as narrow as the codes allow. */
export type Codes = Uint8Array | Uint16Array | Uint32Array | Int32Array;

/** What rows carry themselves; several dimensions may follow from one base key. */
export interface BaseKey {
  codes: Codes;
  /** Codes run from 0 to one below. */
  size: number;
}

/** What one may choose by: a code for each code of its base key, as a team follows from a person. */
export interface Dimension {
  base: number;
  of: Codes;
  size: number;
}

export interface LinkedRows {
  length: number;
  bases: readonly BaseKey[];
  dimensions: readonly Dimension[];
  values: Float64Array;
  /**
   * Rows of each code of this base key lie together, in their order: what is mostly chosen, or
   * chosen in runs, is then fetched in runs. Left out: rows stay as they are.
   */
  together?: number;
  /**
   * Rows of one thing have one id and follow one another: then things are counted, each once, of
   * those whose value is not 0. Left out: values are added up.
   */
  countedBy?: ArrayLike<number>;
}
