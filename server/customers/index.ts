export {
  checkDetails,
  type CustomerDetails,
  DETAIL_FIELDS,
  type GivenDetails,
  loadCustomers,
  loadSecondSpellings,
  writeDetails,
} from './details';
export { viewCare } from './dataQuality';
export { addCustomerRoutes } from './routes';
export { loadCustomerNames } from './service';
