import { RateChanges, Rates, RatesChanged } from '../schemas/rate';
import { defineRoute } from './route';

export const listRates = defineRoute({
  id: 'listRates',
  method: 'GET',
  path: '/rates',
  permission: 'read',
  summary: 'Rates of all currencies by day',
  response: Rates,
});
export const changeRates = defineRoute({
  id: 'changeRates',
  maxBytes: 2_000_000,
  method: 'PUT',
  path: '/rates',
  permission: 'administer',
  summary: 'Add, correct or take away rates; the deals they cover are restated',
  body: RateChanges,
  response: RatesChanged,
  errors: ['invalidInput', 'closedNeedsReason'],
});
