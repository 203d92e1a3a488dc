import { Type } from 'typebox';
import { Id } from '../schemas/common';
import {
  CustomerChange,
  CustomerQuery,
  Customers,
  CustomerView,
  NameQuery,
} from '../schemas/customer';
import { defineRoute } from './route';

export const listCustomers = defineRoute({
  id: 'listCustomers',
  method: 'GET',
  path: '/customers',
  permission: 'read',
  summary: 'Customers of the deals one may see, the largest first',
  query: CustomerQuery,
  response: Customers,
  errors: ['unknownUnit', 'unknownPeriod'],
});
export const getCustomer = defineRoute({
  id: 'getCustomer',
  method: 'GET',
  path: '/customers/:id',
  permission: 'read',
  summary: 'One customer: months, products, salespeople, and names that are like it',
  params: Type.Object({ id: Id }),
  query: NameQuery,
  response: CustomerView,
  errors: ['notFound', 'unknownUnit', 'unknownPeriod'],
});
export const changeCustomer = defineRoute({
  id: 'changeCustomer',
  method: 'PUT',
  path: '/customers/:id',
  permission: 'book',
  summary: 'Say whose a customer is, their group and how to reach them',
  params: Type.Object({ id: Id }),
  body: CustomerChange,
  response: CustomerView,
  errors: ['notFound', 'invalidInput'],
});
