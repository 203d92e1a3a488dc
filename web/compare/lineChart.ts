/** What all line charts of the view share: quiet axes, a tooltip on the sheet's own ground. */
export const AXIS = {
  tick: { fontSize: 11, fill: 'var(--ink-soft)' },
  stroke: 'var(--line)',
} as const;

export const TOOLTIP = {
  isAnimationActive: false,
  contentStyle: {
    background: 'var(--sheet)',
    border: '1px solid var(--line)',
    fontSize: 12,
  },
} as const;
