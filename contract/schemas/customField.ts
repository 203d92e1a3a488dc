import { type Static, Type } from 'typebox';
import {
  CUSTOM_FIELD_KINDS,
  CUSTOM_FIELD_OWNERS,
  LONGEST_CUSTOM_TEXT,
} from '#core/customField/field';
import { Nullable } from './common';

/** The most fields of deals, and of customers, that are not archived. */
export const MOST_CUSTOM_FIELDS = 20;
export const MOST_CHOICES = 100;

export const CustomFieldOwner = Type.Enum(CUSTOM_FIELD_OWNERS);
export const CustomFieldCode = Type.String({
  minLength: 1,
  maxLength: 24,
  description: 'Code of a custom field, for example paid_on; it never changes.',
});
const Name = Type.String({ minLength: 1, maxLength: 60, pattern: '\\S' });
const Choices = Type.Array(Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }), {
  maxItems: MOST_CHOICES,
  description: 'Of a choice what may be chosen, in order; of all others empty.',
});

export const CustomField = Type.Object({
  owner: CustomFieldOwner,
  code: CustomFieldCode,
  name: Type.String(),
  kind: Type.Enum(CUSTOM_FIELD_KINDS),
  choices: Type.Array(Type.String()),
  /** Not offered any more; what has it keeps it. */
  isArchived: Type.Boolean(),
  version: Type.Integer(),
});
export type CustomField = Static<typeof CustomField>;
export const CustomFields = Type.Array(CustomField);

export const CustomFieldInput = Type.Object(
  {
    owner: CustomFieldOwner,
    code: CustomFieldCode,
    name: Name,
    kind: Type.Enum(CUSTOM_FIELD_KINDS),
    choices: Type.Optional(Choices),
  },
  { additionalProperties: false },
);
export type CustomFieldInput = Static<typeof CustomFieldInput>;

export const CustomFieldChange = Type.Object(
  {
    name: Name,
    /** Only while nothing has a value and no measure reads it. */
    kind: Type.Enum(CUSTOM_FIELD_KINDS),
    choices: Type.Optional(Choices),
    isArchived: Type.Optional(Type.Boolean()),
    version: Type.Integer({ minimum: 1 }),
  },
  { additionalProperties: false },
);
export type CustomFieldChange = Static<typeof CustomFieldChange>;

/** The fields in the order in which forms, tables and files have them. */
export const CustomFieldOrder = Type.Object(
  { owner: CustomFieldOwner, codes: Type.Array(CustomFieldCode, { maxItems: 200 }) },
  { additionalProperties: false },
);

/**
 * Values of custom fields by their code: money as a decimal text in the reporting currency, dates as
 * ISO days, a choice as its text.
 */
export const CustomFieldValues = Type.Record(
  Type.String(),
  Type.Union([Type.String(), Type.Number(), Type.Boolean()]),
);
export type CustomFieldValues = Static<typeof CustomFieldValues>;

/** The same as one says it: null takes a value away, what is not named stays. */
export const CustomFieldValuesInput = Type.Record(
  Type.String({ maxLength: 24 }),
  Nullable(
    Type.Union([
      Type.String({ maxLength: LONGEST_CUSTOM_TEXT + 100 }),
      Type.Number(),
      Type.Boolean(),
    ]),
  ),
  { maxProperties: 200 },
);
export type CustomFieldValuesInput = Static<typeof CustomFieldValuesInput>;
