import { type Static, Type } from 'typebox';
import { COMMISSION_PERIODS, TIER_MODES, WITHOUT_TARGET } from '#core/commission/terms';
import { Id, IsoDay, LongId, Minor, Nullable } from './common';
import { UnitSummary } from './unit';

/** Each salesperson at the unit or below, on their own deals; or one account, on all of the unit's. */
export const COMMISSION_PAYEES = ['salespeople', 'account'] as const;
export type CommissionPayee = (typeof COMMISSION_PAYEES)[number];

/** awaiting: approved, and a second person has to; locked: approved for good; paid: and paid. */
export const STATEMENT_STATES = ['open', 'awaiting', 'locked', 'paid'] as const;
export type StatementState = (typeof STATEMENT_STATES)[number];

export const ENTRY_KINDS = [
  'deal',
  'value',
  'newTier',
  'bonus',
  'floor',
  'cap',
  'guarantee',
  'award',
  'correction',
  'advance',
  'recovery',
] as const;

export const BASE_KINDS = ['money', 'count'] as const;

export const MOST_TIERS = 10;
export const MOST_SPECIAL_RATES = 200;
export const MOST_COMMISSION_PLANS = 200;
/** 100 %, in millionths: a rate above is a slip. */
export const HIGHEST_RATE = 1_000_000;
/** Minor units for each deal, or whatever is counted. */
export const HIGHEST_AMOUNT_EACH = 100_000_000;
/** A thousand per cent of the target, in basis points. */
export const HIGHEST_TIER = 100_000;
export const LONGEST_COMMENT = 2_000;

const Amount = Nullable(Type.Integer({ minimum: 0, maximum: 1_000_000_000_000 }));
/** Millionths (50000 is 5 %); of a plan on a number minor units for each. */
const CommissionRate = Type.Integer({ minimum: 0, maximum: HIGHEST_AMOUNT_EACH });

export const SpecialRateInput = Type.Object(
  {
    by: Type.Enum(['product', 'category'] as const),
    name: Type.String({ minLength: 1, maxLength: 200 }),
    rate: CommissionRate,
  },
  { additionalProperties: false },
);

export const CommissionTermsInput = Type.Object(
  {
    /** Code of a measure that adds up, of which more is better: money or a number. */
    measure: Type.String({ minLength: 1, maxLength: 80 }),
    /** Over which period attainment decides the rate and the bonus. */
    periodKind: Type.Enum(COMMISSION_PERIODS),
    tierMode: Type.Enum(TIER_MODES),
    /** `from` in basis points of attainment, the first 0; one tier is a simple rate. */
    tiers: Type.Array(
      Type.Object(
        { from: Type.Integer({ minimum: 0, maximum: HIGHEST_TIER }), rate: CommissionRate },
        { additionalProperties: false },
      ),
      { minItems: 1, maxItems: MOST_TIERS },
    ),
    withoutTarget: Type.Enum(WITHOUT_TARGET),
    specialRates: Type.Array(SpecialRateInput, { maxItems: MOST_SPECIAL_RATES }),
    bonus: Amount,
    floor: Amount,
    cap: Amount,
    guarantee: Amount,
    draw: Amount,
    /** Above this amount a second person approves. */
    secondAbove: Amount,
  },
  { additionalProperties: false },
);
export type CommissionTermsInput = Static<typeof CommissionTermsInput>;

const PlanFields = {
  unit: Type.String({ minLength: 1, maxLength: 80 }),
  payee: Type.Enum(COMMISSION_PAYEES),
  /** The account that is paid, where it is one. */
  userId: Nullable(Id),
};

export const CommissionPlanInput = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
    ...PlanFields,
    /** The month from which it pays. */
    from: Type.String({ minLength: 1, maxLength: 40 }),
    terms: CommissionTermsInput,
  },
  { additionalProperties: false },
);
export type CommissionPlanInput = Static<typeof CommissionPlanInput>;

export const CommissionVersionInput = Type.Object(
  { from: Type.String({ minLength: 1, maxLength: 40 }), terms: CommissionTermsInput },
  { additionalProperties: false },
);
export type CommissionVersionInput = Static<typeof CommissionVersionInput>;

export const CommissionEndInput = Type.Object(
  {
    /** The last month it pays; null: it goes on. */
    lastMonth: Nullable(Type.String({ maxLength: 40 })),
  },
  { additionalProperties: false },
);
export type CommissionEndInput = Static<typeof CommissionEndInput>;

export const CommissionPlan = Type.Object({
  id: Id,
  name: Type.String(),
  unit: UnitSummary,
  payee: Type.Enum(COMMISSION_PAYEES),
  account: Nullable(Type.Object({ id: Id, name: Type.String() })),
  lastMonth: Nullable(Type.String()),
  /** The newest first. */
  versions: Type.Array(
    Type.Object({
      from: Type.String(),
      terms: CommissionTermsInput,
      userName: Type.String(),
    }),
  ),
  mayChange: Type.Boolean(),
});
export type CommissionPlan = Static<typeof CommissionPlan>;

export const CommissionPlans = Type.Object({
  plans: Type.Array(CommissionPlan),
  /** Accounts that may be paid on a unit's deals. */
  accounts: Type.Array(Type.Object({ id: Id, name: Type.String() })),
});
export type CommissionPlans = Static<typeof CommissionPlans>;

export const CommissionTrialInput = Type.Object(
  {
    ...PlanFields,
    terms: CommissionTermsInput,
    /** Over which ended period it is tried: a quarter, or the last four. */
    over: Type.Enum(['quarter', 'year'] as const),
  },
  { additionalProperties: false },
);
export type CommissionTrialInput = Static<typeof CommissionTrialInput>;

export const CommissionTrial = Type.Object({
  months: Type.Array(Type.String()),
  /** What the plans in force come to, and what this one would; who gains most first. */
  rows: Type.Array(
    Type.Object({
      payee: Type.String(),
      name: Type.String(),
      now: Minor,
      trial: Minor,
      difference: Minor,
    }),
  ),
  now: Minor,
  trial: Minor,
  /** Under tiers or a bonus: who has no target there. */
  withoutTarget: Type.Array(Type.String()),
});
export type CommissionTrial = Static<typeof CommissionTrial>;

/** A salesperson's code, or "@" and the number of an account. */
export const PayeeId = Type.String({ minLength: 1, maxLength: 80 });

const PayeeFields = { payee: PayeeId, name: Type.String(), unit: UnitSummary };

const StatementFields = {
  ...PayeeFields,
  plan: Type.Object({ id: Id, name: Type.String() }),
  period: Type.String(),
  state: Type.Enum(STATEMENT_STATES),
  /** What the month itself earned; the total has corrections, awards and advances besides. */
  earned: Minor,
  total: Minor,
  /** Advanced and not yet earned, afterwards. */
  owed: Minor,
  paidOn: Nullable(IsoDay),
};

export const StatementRow = Type.Object({
  ...StatementFields,
  /** Comments of the payee or others that are not settled. */
  openComments: Type.Integer(),
  /** Whether the reader can approve it now. */
  mayApprove: Type.Boolean(),
});
export type StatementRow = Static<typeof StatementRow>;

export const CommissionQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1, maxLength: 80 }),
    period: Type.String({ minLength: 1, maxLength: 40 }),
  },
  { additionalProperties: false },
);
export type CommissionQuery = Static<typeof CommissionQuery>;

export const StatementList = Type.Object({
  unit: UnitSummary,
  period: Type.Object({ id: Type.String(), name: Type.String() }),
  currency: Type.String(),
  rows: Type.Array(StatementRow),
  earned: Minor,
  total: Minor,
  /** What a running month costs at the forecast; null of one that has ended. */
  atForecast: Nullable(Minor),
  /** Salespeople of the unit in this month to whom no plan applies. */
  withoutPlan: Type.Array(Type.String()),
  mayApprove: Type.Boolean(),
});
export type StatementList = Static<typeof StatementList>;

export const StatementEntry = Type.Object({
  key: Type.String(),
  kind: Type.Enum(ENTRY_KINDS),
  dealId: Nullable(LongId),
  /** Null where the deal is not the reader's to see. */
  deal: Nullable(Type.String()),
  day: Nullable(IsoDay),
  customer: Nullable(Type.String()),
  product: Nullable(Type.String()),
  base: Nullable(Minor),
  /** Parts of the base, each at its rate. */
  parts: Type.Array(Type.Object({ base: Minor, rate: Type.Integer() })),
  amount: Minor,
  /** Of a correction: the month and what of it. */
  ofPeriod: Nullable(Type.String()),
  ofKind: Nullable(Type.Enum(ENTRY_KINDS)),
  text: Nullable(Type.String()),
});
export type StatementEntry = Static<typeof StatementEntry>;

export const CommissionComment = Type.Object({
  id: Id,
  entry: Type.String(),
  text: Type.String(),
  userName: Type.String(),
  at: Type.String(),
  settledAt: Nullable(Type.String()),
  settledBy: Nullable(Type.String()),
});
export type CommissionComment = Static<typeof CommissionComment>;

export const CommissionStatement = Type.Object({
  ...StatementFields,
  currency: Type.String(),
  measure: Type.String(),
  measureName: Type.String(),
  /** Money in minor units; a count in units of its last decimal. */
  baseKind: Type.Enum(BASE_KINDS),
  /** Of a count. */
  baseDecimals: Type.Integer(),
  /** What the plan period had at the end of the month, its target, and both divided. */
  base: Minor,
  target: Nullable(Type.Number()),
  attainment: Nullable(Type.Number()),
  measurePeriod: Type.String(),
  entries: Type.Array(StatementEntry),
  /** Deals without a cost under a plan on profit: they earn nothing. */
  unknown: Type.Integer(),
  comments: Type.Array(CommissionComment),
  approvedBy: Nullable(Type.String()),
  approvedAt: Nullable(Type.String()),
  secondBy: Nullable(Type.String()),
  secondAt: Nullable(Type.String()),
  mayApprove: Type.Boolean(),
  /** Why it cannot be approved yet. */
  hindrance: Nullable(
    Type.Enum(['running', 'earlierOpen', 'needsSecond', 'ownStatement'] as const),
  ),
});
export type CommissionStatement = Static<typeof CommissionStatement>;

export const StatementQuery = Type.Object(
  { payee: PayeeId, period: Type.String({ minLength: 1, maxLength: 40 }) },
  { additionalProperties: false },
);
export type StatementQuery = Static<typeof StatementQuery>;

export const ApprovalInput = Type.Object(
  {
    payee: PayeeId,
    period: Type.String({ minLength: 1, maxLength: 40 }),
    /** The total that was seen: another by now is refused. */
    total: Minor,
  },
  { additionalProperties: false },
);
export type ApprovalInput = Static<typeof ApprovalInput>;

export const PaymentInput = Type.Object(
  {
    unit: Type.String({ minLength: 1, maxLength: 80 }),
    period: Type.String({ minLength: 1, maxLength: 40 }),
    paidOn: IsoDay,
  },
  { additionalProperties: false },
);
export type PaymentInput = Static<typeof PaymentInput>;

export const CommissionCommentInput = Type.Object(
  {
    payee: PayeeId,
    period: Type.String({ minLength: 1, maxLength: 40 }),
    /** The key of a line; empty for the whole statement. */
    entry: Type.String({ maxLength: 60 }),
    text: Type.String({ minLength: 1, maxLength: LONGEST_COMMENT, pattern: '\\S' }),
  },
  { additionalProperties: false },
);
export type CommissionCommentInput = Static<typeof CommissionCommentInput>;

export const WhatIfQuery = Type.Object(
  {
    payee: PayeeId,
    period: Type.String({ minLength: 1, maxLength: 40 }),
    /** Basis points. */
    attainment: Type.Optional(Type.Integer({ minimum: 0, maximum: HIGHEST_TIER })),
    /** The base of a deal that may come. */
    amount: Type.Optional(Type.Integer({ minimum: 1, maximum: 1_000_000_000_000 })),
  },
  { additionalProperties: false },
);
export type WhatIfQuery = Static<typeof WhatIfQuery>;

export const WhatIf = Type.Object({
  /** What the month earns as it stands. */
  earned: Minor,
  /** The base that is missing to the attainment, and what the month would earn with it. */
  missing: Nullable(Minor),
  atAttainment: Nullable(Minor),
  /** What the next deal of the amount would bring. */
  nextDeal: Nullable(Minor),
});
export type WhatIf = Static<typeof WhatIf>;

export const LiabilityQuery = Type.Object(
  { unit: Type.String({ minLength: 1, maxLength: 80 }) },
  { additionalProperties: false },
);

/** What is earned and not yet paid. */
export const Liability = Type.Object({
  currency: Type.String(),
  months: Type.Array(Type.String()),
  rows: Type.Array(
    Type.Object({
      unit: UnitSummary,
      /** By month, in their order. */
      amounts: Type.Array(Minor),
      total: Minor,
    }),
  ),
  amounts: Type.Array(Minor),
  total: Minor,
});
export type Liability = Static<typeof Liability>;

export const STATEMENT_FORMATS = ['csv', 'xlsx', 'pdf', 'payroll'] as const;
export const StatementExportQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1, maxLength: 80 }),
    period: Type.String({ minLength: 1, maxLength: 40 }),
    format: Type.Enum(STATEMENT_FORMATS),
    /** One payee alone. */
    payee: Type.Optional(PayeeId),
  },
  { additionalProperties: false },
);
export type StatementExportQuery = Static<typeof StatementExportQuery>;
