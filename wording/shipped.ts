import { type Status, STRETCH_LABEL } from '#core/status/grade';
import { EN_SHIPPED } from './messages/en/shipped';
import { messagesOf } from './messages/translate';

const t = messagesOf('shipped', EN_SHIPPED);

const idsByText = new Map(
  Object.entries(EN_SHIPPED).map(([id, text]) => [text as string, id as keyof typeof EN_SHIPPED]),
);

/** A name or a word of what ships in the reader's language; one a company has chosen stays. */
export function shippedWord(text: string): string {
  const id = idsByText.get(text);
  return id === undefined ? text : t(id);
}

/** What a status is called: as its rule words it, in the reader's language where it ships so. */
export function statusLabel({ label, state }: Pick<Status, 'label' | 'state'>): string {
  return state === 'stretch'
    ? t('stretched', { label: shippedWord(label.slice(0, -STRETCH_LABEL.length)) })
    : shippedWord(label);
}
