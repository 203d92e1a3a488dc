export { addCustomFieldRoutes } from './routes';
export { addCustomField } from './service';
export {
  checkCustomValues,
  customCodesOf,
  fieldsOf,
  type GivenValues,
  mergeCustomValues,
} from './values';
export { whereCustom } from './filter';
