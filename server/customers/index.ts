export {
  checkDetails,
  type CustomerDetails,
  DETAIL_FIELDS,
  loadCustomers,
  loadSecondSpellings,
  writeDetails,
} from './details';
export { addCustomerRoutes } from './routes';
export { loadCustomerNames } from './service';
