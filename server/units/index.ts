export { addUnitRoutes } from './routes';
export { checkPlace, checkUnit, type UnitFacts } from './check';
export { checkTimeZone } from './timeZone';
export { writeUnits } from './write';
export { checkHalfWeekdays } from './weekdays';
