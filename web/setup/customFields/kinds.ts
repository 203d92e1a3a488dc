import type { CustomFieldKind } from '#core/customField/field';

export const KIND_NAMES: Readonly<Record<CustomFieldKind, string>> = {
  text: 'Text',
  choice: 'Choice',
  date: 'Date',
  number: 'Number',
  money: 'Money',
  yesNo: 'Yes or no',
};
