export { addTargetRoutes } from './routes';
export {
  buildDecimalsOf,
  buildTargetChecker,
  checkTarget,
  type TargetChecker,
  type TargetFacts,
} from './check';
export { listAcknowledgements } from './acknowledge';
export { keyOf, targetKey } from './repository';
export { saveTargets, toText, writeTargets } from './service';
