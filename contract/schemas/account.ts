import { type Static, Type } from 'typebox';
import { Role } from './access';
import { Id, Nullable } from './common';

export const ACCOUNT_STATES = ['active', 'invited', 'deactivated'] as const;
export type AccountState = (typeof ACCOUNT_STATES)[number];

/** Somebody who may sign in: with which rights (role) to which part of the company (unit). */
export const Account = Type.Object({
  id: Id,
  email: Type.String(),
  name: Type.String(),
  role: Role,
  unit: Type.String(),
  unitName: Type.String(),
  state: Type.Enum(ACCOUNT_STATES),
  lastSignedInAt: Nullable(Type.String()),
  createdAt: Type.String(),
});
export type Account = Static<typeof Account>;

const accountFields = {
  name: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }),
  email: Type.String({ minLength: 3, maxLength: 200, pattern: '^\\s*[^\\s@]+@[^\\s@]+\\s*$' }),
  role: Role,
  unit: Type.String({ minLength: 1, maxLength: 40 }),
};

export const AccountInput = Type.Object(accountFields, { additionalProperties: false });
export type AccountInput = Static<typeof AccountInput>;

/** A link with which a password is chosen; shown this once. */
export const AccountLink = Type.Object({
  account: Account,
  link: Type.String(),
  /** It goes by mail as well. */
  isMailed: Type.Boolean(),
  expiresAt: Type.String(),
});
export type AccountLink = Static<typeof AccountLink>;

/** What somebody has that goes on without them. */
export const AccountHoldings = Type.Object({
  sessions: Type.Integer(),
  tokens: Type.Integer(),
  boards: Type.Array(Type.String()),
  feeds: Type.Array(Type.String()),
  sharedViews: Type.Array(Type.String()),
});
export type AccountHoldings = Static<typeof AccountHoldings>;

/**
 * What becomes of what a person had: taken over by whoever deactivates them, or ended. Sessions and
 * tokens always end.
 */
export const AccountDeactivation = Type.Object(
  {
    boards: Type.Enum(['takeOver', 'withdraw'] as const),
    feeds: Type.Enum(['takeOver', 'stop'] as const),
  },
  { additionalProperties: false },
);
export type AccountDeactivation = Static<typeof AccountDeactivation>;

const Secret = Type.String({ minLength: 20, maxLength: 100 });
const Password = Type.String({ minLength: 1, maxLength: 200 });

export const LinkSecret = Type.Object({ secret: Secret }, { additionalProperties: false });
/** Whose password a link sets, and whether it is their first. */
export const LinkOwner = Type.Object({
  name: Type.String(),
  email: Type.String(),
  isInvitation: Type.Boolean(),
});
export type LinkOwner = Static<typeof LinkOwner>;
export const LinkPassword = Type.Object(
  { secret: Secret, password: Password },
  { additionalProperties: false },
);

export const PasswordChange = Type.Object(
  { current: Password, next: Password },
  { additionalProperties: false },
);

/** One browser in which somebody is signed in. */
export const OwnSession = Type.Object({
  id: Type.String(),
  device: Type.String(),
  createdAt: Type.String(),
  lastUsedAt: Type.String(),
  isThis: Type.Boolean(),
});
export type OwnSession = Static<typeof OwnSession>;
