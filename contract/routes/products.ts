import { Type } from 'typebox';
import { Id } from '../schemas/common';
import { NameQuery, ProductView } from '../schemas/customer';
import { defineRoute } from './route';

export const getProduct = defineRoute({
  id: 'getProduct',
  method: 'GET',
  path: '/products/:id',
  permission: 'read',
  summary: 'One product: months, customers, salespeople',
  params: Type.Object({ id: Id }),
  query: NameQuery,
  response: ProductView,
  errors: ['notFound', 'unknownUnit', 'unknownPeriod'],
});
