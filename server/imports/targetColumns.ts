export const TARGET_COLUMNS = {
  known: ['unit', 'period', 'measure', 'target', 'floor', 'stretch', 'note'],
  required: ['unit', 'period', 'measure', 'target'],
};
