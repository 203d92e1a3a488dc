export { addTargetRoutes } from './routes';
export {
  buildDecimalsOf,
  buildTargetChecker,
  checkTarget,
  type TargetChecker,
  type TargetFacts,
} from './check';
export { targetKey } from './repository';
export { saveTargets, toText, writeTargets } from './service';
