import { type Static, Type } from 'typebox';
import { DISPLAY_UNITS, GAP_DISPLAYS, MOST_DISPLAY_DECIMALS } from '#core/money/display';

export const ROLES = ['administrator', 'manager', 'salesperson', 'viewer'] as const;
export const Role = Type.Enum(ROLES);
export type Role = (typeof ROLES)[number];

export const Credentials = Type.Object(
  {
    email: Type.String({ minLength: 3, maxLength: 200 }),
    password: Type.String({ minLength: 1, maxLength: 200 }),
  },
  { additionalProperties: false },
);
export type Credentials = Static<typeof Credentials>;

/** The person signed in, and the secret that every change from a browser must carry. */
export const Me = Type.Object({
  id: Type.Integer(),
  name: Type.String(),
  email: Type.String(),
  role: Role,
  unitId: Type.Integer(),
  unitCode: Type.String(),
  csrf: Type.String(),
});
export type Me = Static<typeof Me>;

/** How one wants figures shown: money in whole units, thousands or millions; gaps as they are or in percent of the target. */
export const Display = Type.Object(
  {
    units: Type.Enum(DISPLAY_UNITS),
    decimals: Type.Integer({ minimum: 0, maximum: MOST_DISPLAY_DECIMALS }),
    gap: Type.Enum(GAP_DISPLAYS),
  },
  { additionalProperties: false },
);

export const MOST_TOKEN_DAYS = 366;

export const TokenInput = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
    days: Type.Optional(
      Type.Integer({
        minimum: 1,
        maximum: MOST_TOKEN_DAYS,
        description: 'How long it holds; 90 days when left out.',
      }),
    ),
    canWrite: Type.Optional(
      Type.Boolean({ description: 'False: it only reads. True when left out.' }),
    ),
  },
  { additionalProperties: false },
);
export type TokenInput = Static<typeof TokenInput>;

export const AccessToken = Type.Object({
  id: Type.Integer(),
  name: Type.String(),
  createdAt: Type.String(),
  lastUsedAt: Type.Union([Type.String(), Type.Null()]),
  expiresAt: Type.String(),
  canWrite: Type.Boolean(),
});
export type AccessToken = Static<typeof AccessToken>;

/** The only answer that ever holds the secret. */
export const NewAccessToken = Type.Object({ token: AccessToken, secret: Type.String() });
export type NewAccessToken = Static<typeof NewAccessToken>;
