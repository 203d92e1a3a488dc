import { DocumentMenu } from './DocumentMenu';

const FORMATS = [
  ['pdf', 'One page (PDF)'],
  ['png', 'One page (PNG)'],
  ['svg', 'One page (SVG)'],
  ['xlsx', 'Numbers (XLSX)'],
  ['csv', 'Numbers (CSV)'],
] as const;

/** A standing as a file: the same words and grades, with what they mean at the end. */
export function PrintMenu(query: { unit: string; period: string; measure: string }) {
  return <DocumentMenu path="/attainment/export" query={query} formats={FORMATS} />;
}
