import { Type } from 'typebox';
import { Id, LongId } from '../schemas/common';
import { DataQuality, CustomerQuery, Customers, CustomerView, ProductView } from '../schemas/customer';
import { defineRoute } from './route';

export const listCustomers = defineRoute({ id: 'listCustomers', method: 'GET', path: '/customers', permission: 'read', summary: 'Customers of the deals one may see, the largest first', query: CustomerQuery, response: Customers, errors: ['unknownUnit', 'unknownPeriod'] });
export const getCustomer = defineRoute({ id: 'getCustomer', method: 'GET', path: '/customers/:id', permission: 'read', summary: 'One customer: months, products, salespeople, and names that are like it', params: Type.Object({ id: Id }), response: CustomerView, errors: ['notFound'] });
export const getProduct = defineRoute({ id: 'getProduct', method: 'GET', path: '/products/:id', permission: 'read', summary: 'One product: months, customers, salespeople', params: Type.Object({ id: Id }), response: ProductView, errors: ['notFound'] });
export const getDataQuality = defineRoute({ id: 'getDataQuality', method: 'GET', path: '/data-quality', permission: 'read', summary: 'What needs care: unassigned and overdue deals, missing costs, likely duplicates, refused deliveries', query: Type.Object({ recent: Type.Optional(Type.Boolean({ description: 'An answer up to a minute old will do.' })) }, { additionalProperties: false }), response: DataQuality });
export const dismissDuplicates = defineRoute({ id: 'dismissDuplicates', method: 'POST', path: '/data-quality/dismissals', permission: 'book', summary: 'Say that what looks like one is two, so that it is not shown again', body: Type.Object({ kind: Type.Enum(['deal', 'customer'] as const), ids: Type.Array(LongId, { minItems: 2, maxItems: 20 }) }, { additionalProperties: false }), response: Type.Object({}), errors: ['notFound'] });
