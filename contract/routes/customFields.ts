import { Type } from 'typebox';
import { Nothing } from '../schemas/common';
import {
  CustomField,
  CustomFieldChange,
  CustomFieldCode,
  CustomFieldInput,
  CustomFieldOrder,
  CustomFieldOwner,
  CustomFields,
} from '../schemas/customField';
import { defineRoute } from './route';

const ByCode = Type.Object({ owner: CustomFieldOwner, code: CustomFieldCode });

export const listCustomFields = defineRoute({
  id: 'listCustomFields',
  method: 'GET',
  path: '/custom-fields',
  permission: 'read',
  summary: 'The fields the company has given its deals and customers, in their order',
  response: CustomFields,
});
export const addCustomField = defineRoute({
  id: 'addCustomField',
  method: 'POST',
  path: '/custom-fields',
  permission: 'administer',
  summary: 'Give deals or customers a field',
  body: CustomFieldInput,
  response: CustomField,
  status: 201,
  errors: ['invalidInput', 'tooManyCustomFields'],
});
export const orderCustomFields = defineRoute({
  id: 'orderCustomFields',
  method: 'PUT',
  path: '/custom-fields',
  permission: 'administer',
  summary: 'Put the fields of deals or customers in another order',
  body: CustomFieldOrder,
  response: CustomFields,
  errors: ['invalidInput'],
});
export const changeCustomField = defineRoute({
  id: 'changeCustomField',
  method: 'PUT',
  path: '/custom-fields/:owner/:code',
  permission: 'administer',
  summary: 'Rename a field, change its choices, archive it or offer it again',
  params: ByCode,
  body: CustomFieldChange,
  response: CustomField,
  errors: ['invalidInput', 'unknownCustomField', 'customFieldChanged', 'tooManyCustomFields'],
});
export const deleteCustomField = defineRoute({
  id: 'deleteCustomField',
  method: 'DELETE',
  path: '/custom-fields/:owner/:code',
  permission: 'administer',
  summary: 'Delete a field that nothing has a value of and no measure reads',
  params: ByCode,
  response: Nothing,
  errors: ['unknownCustomField', 'customFieldInUse'],
});
