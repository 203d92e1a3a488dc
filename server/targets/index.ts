export { addTargetRoutes } from './routes';
export {
  buildDecimalsOf,
  buildTargetChecker,
  checkTarget,
  type TargetChecker,
  type TargetFacts,
} from './check';
export { keyOf, targetKey } from './repository';
export { saveTargets, toText, writeTargets } from './service';
