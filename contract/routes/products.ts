import { Type } from 'typebox';
import { Id } from '../schemas/common';
import { ProductView } from '../schemas/customer';
import { defineRoute } from './route';

export const getProduct = defineRoute({
  id: 'getProduct',
  method: 'GET',
  path: '/products/:id',
  permission: 'read',
  summary: 'One product: months, customers, salespeople',
  params: Type.Object({ id: Id }),
  response: ProductView,
  errors: ['notFound'],
});
