export { addTargetRoutes } from './routes';
export { buildDecimalsOf, checkTarget, type TargetFacts } from './check';
export { targetKey } from './repository';
export { saveTargets, toText, writeTargets } from './service';
