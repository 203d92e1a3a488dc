import { type Static, Type } from 'typebox';
import { LongId, Nullable } from './common';

export const MAIL_KINDS = [
  'invitation',
  'password',
  'alert',
  'daily',
  'report',
  'share',
  'contest',
  'test',
] as const;
export type MailKind = (typeof MAIL_KINDS)[number];

/** waiting: to be tried; sending: on its way; failed: given up, until somebody tries again. */
export const MAIL_STATES = ['waiting', 'sending', 'sent', 'failed'] as const;
export type MailState = (typeof MAIL_STATES)[number];

export const OutgoingMail = Type.Object({
  id: LongId,
  kind: Type.Enum(MAIL_KINDS),
  address: Type.String(),
  subject: Type.String(),
  state: Type.Enum(MAIL_STATES),
  attempts: Type.Integer(),
  /** When it is tried next; null once it is sent or given up. */
  dueAt: Nullable(Type.String()),
  /** What the mail server said last; null where nothing went wrong. */
  error: Nullable(Type.String()),
  createdAt: Type.String(),
  sentAt: Nullable(Type.String()),
});
export type OutgoingMail = Static<typeof OutgoingMail>;

export const MailQuery = Type.Object(
  { state: Type.Optional(Type.Enum(MAIL_STATES)) },
  { additionalProperties: false },
);
export type MailQuery = Static<typeof MailQuery>;

export const MailOverview = Type.Object({
  /** Whether a mail server is named in the settings: without one mail waits. */
  hasServer: Type.Boolean(),
  /** From whom it goes; null without a mail server. */
  sender: Nullable(Type.String()),
  counts: Type.Record(Type.Enum(MAIL_STATES), Type.Integer()),
  /** The newest first, at most 200. */
  mails: Type.Array(OutgoingMail),
});
export type MailOverview = Static<typeof MailOverview>;
