import { Type } from 'typebox';
import { Id, LongId } from '../schemas/common';
import { Care, CustomerQuery, Customers, CustomerView, ProductView } from '../schemas/customer';
import { defineRoute } from './route';

export const listCustomers = defineRoute({ id: 'listCustomers', method: 'GET', path: '/customers', permission: 'read', summary: 'Customers of the deals one may see, the largest first', query: CustomerQuery, answer: Customers, errors: ['unknownUnit', 'unknownPeriod'] });
export const getCustomer = defineRoute({ id: 'getCustomer', method: 'GET', path: '/customers/:id', permission: 'read', summary: 'One customer: months, products, salespeople, and names that are like it', params: Type.Object({ id: Id }), answer: CustomerView, errors: ['notFound'] });
export const getProduct = defineRoute({ id: 'getProduct', method: 'GET', path: '/products/:id', permission: 'read', summary: 'One product: months, customers, salespeople', params: Type.Object({ id: Id }), answer: ProductView, errors: ['notFound'] });
export const getCare = defineRoute({ id: 'getCare', method: 'GET', path: '/care', permission: 'read', summary: 'What needs care: unplaced and overdue deals, missing costs, likely doubles, refused deliveries', query: Type.Object({ recent: Type.Optional(Type.Boolean({ description: 'An answer up to a minute old will do.' })) }, { additionalProperties: false }), answer: Care });
export const setApart = defineRoute({ id: 'setApart', method: 'POST', path: '/care/apart', permission: 'book', summary: 'Say that what looks like one is two, so that it is not shown again', body: Type.Object({ kind: Type.Enum(['deal', 'customer'] as const), ids: Type.Array(LongId, { minItems: 2, maxItems: 20 }) }, { additionalProperties: false }), answer: Type.Object({}), errors: ['notFound'] });
