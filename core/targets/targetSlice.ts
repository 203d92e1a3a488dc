/** What a target of a part of a unit's business can be for (docs/calculations.md, 5). */
export const SLICE_DIMENSIONS = [
  'product',
  'category',
  'customer',
  'customerGroup',
  'source',
  'location',
] as const;
export type SliceDimension = (typeof SLICE_DIMENSIONS)[number];

/** One value of one dimension: an id of a list, or the name of a customer group. */
export interface TargetSlice {
  by: SliceDimension;
  key: string;
}

/** As one text, as it is stored: "product:12"; empty for the whole unit. */
export function writeSlice(slice: TargetSlice | null): string {
  return slice === null ? '' : `${slice.by}:${slice.key}`;
}

/** The slice of a stored text; null for the whole unit. @throws Error for a text that is none */
export function readSlice(text: string): TargetSlice | null {
  if (text === '') return null;
  const at = text.indexOf(':');
  const by = SLICE_DIMENSIONS.find((each) => each === text.slice(0, at));
  if (!by || at + 1 === text.length) throw new Error(`"${text}" is no slice.`);
  return { by, key: text.slice(at + 1) };
}
