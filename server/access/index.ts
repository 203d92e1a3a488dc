export { addAccountRoutes } from './accountRoutes';
export { addAccessRoutes, admitHere, toMe } from './routes';
export { refuseWeak } from './passwordRules';
export { pruneSignIns } from './signInGate';
export { createSecret, hashPassword, hashSecret } from './secrets';
export { mayDo } from './permissions';
export { buildScope, type Scope } from './scope';
export type { Principal } from './principal';
export { loadKnownAccounts } from './knownAccounts';
