import { Type } from 'typebox';
import { Id } from '../schemas/common';
import {
  ListEntry,
  ListEntryInput,
  ListName,
  Lookups,
  Merge,
  MergeEffect,
  MergeInput,
} from '../schemas/list';
import { defineRoute } from './route';

const List = Type.Object({ list: ListName });

export const getLookups = defineRoute({
  id: 'getLookups',
  method: 'GET',
  path: '/lookups',
  permission: 'read',
  summary: 'Names to choose from when booking',
  response: Lookups,
});
export const getList = defineRoute({
  id: 'getList',
  method: 'GET',
  path: '/lists/:list',
  permission: 'administer',
  summary: 'The entries of a list, with how many deals name them',
  params: List,
  response: Type.Array(ListEntry),
});
export const addListEntry = defineRoute({
  id: 'addListEntry',
  method: 'POST',
  path: '/lists/:list',
  permission: 'administer',
  summary: 'Add a name to a list',
  params: List,
  body: ListEntryInput,
  response: ListEntry,
  status: 201,
  errors: ['invalidInput'],
});
export const changeListEntry = defineRoute({
  id: 'changeListEntry',
  method: 'PUT',
  path: '/lists/:list/:id',
  permission: 'administer',
  summary: 'Rename, describe or archive an entry of a list',
  params: Type.Object({ list: ListName, id: Id }),
  body: ListEntryInput,
  response: ListEntry,
  errors: ['invalidInput', 'unknownName'],
});
export const mergeNames = defineRoute({
  id: 'mergeNames',
  method: 'POST',
  path: '/lists/:list/merge',
  permission: 'administer',
  summary: 'Make two names one, or say what it would do',
  params: List,
  body: MergeInput,
  response: MergeEffect,
  errors: ['unknownName', 'sameName'],
});
export const listMerges = defineRoute({
  id: 'listMerges',
  method: 'GET',
  path: '/merges',
  permission: 'administer',
  summary: 'Names that became one and can be parted again',
  response: Type.Array(Merge),
});
export const undoMerge = defineRoute({
  id: 'undoMerge',
  method: 'POST',
  path: '/merges/:id/undo',
  permission: 'administer',
  summary: 'Part two names that became one',
  params: Type.Object({ id: Id }),
  response: MergeEffect,
  errors: ['unknownMerge'],
});
