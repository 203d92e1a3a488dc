export { addTargetRoutes } from './routes';
export { checkTarget, type TargetFacts } from './check';
export { targetKey } from './repository';
export { saveTargets, toText, writeTargets } from './service';
