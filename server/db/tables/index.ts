export * from './company';
export * from './units';
export * from './access';
export * from './deals';
export * from './plans';
export * from './targets';
export * from './ledger';
export * from './audit';
