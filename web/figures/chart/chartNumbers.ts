/** The numbers of a picture: headings, and a line each. */
export interface ChartNumbers {
  headings: readonly string[];
  rows: readonly { key: string; cells: readonly string[] }[];
}
