import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { DocumentMenu } from './DocumentMenu';

const t = messagesOf('view', EN_VIEW);

const FORMATS = [
  ['pdf', t('onePagePdf')],
  ['png', t('onePagePng')],
  ['svg', t('onePageSvg')],
  ['xlsx', t('numbersXlsx')],
  ['csv', t('numbersCsv')],
] as const;

/** A standing as a file: the same words and grades, with what they mean at the end. */
export function PrintMenu(query: { unit: string; period: string; measure: string }) {
  return <DocumentMenu path="/attainment/export" query={query} formats={FORMATS} />;
}
