export { addUnitRoutes } from './routes';
export { checkPlace, checkUnit, type UnitFacts } from './check';
export { writeUnits } from './write';
