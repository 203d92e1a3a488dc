/** The colour role of a grade: 4 made to 0 none. Always beside a symbol and a word or percent. */
export const GRADE_TEXT = ['text-none', 'text-grade-1', 'text-grade-2', 'text-grade-3', 'text-made'] as const;
export const GRADE_FILL = ['var(--none)', 'var(--grade-1)', 'var(--grade-2)', 'var(--grade-3)', 'var(--made)'] as const;
