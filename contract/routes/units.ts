import { Type } from 'typebox';
import {
  BranchHoursChange,
  RampChange,
  UnitChanged,
  UnitDetail,
  UnitInput,
  UnitLeave,
  UnitMove,
  UnitsInput,
  UnitSummary,
  UnitUndone,
} from '../schemas/unit';
import { defineRoute } from './route';

const UnitCode = Type.Object({ code: Type.String({ minLength: 1 }) });

export const createUnit = defineRoute({
  id: 'createUnit',
  method: 'POST',
  path: '/units',
  permission: 'plan',
  summary: 'Add a branch, team or salesperson',
  body: UnitInput,
  response: UnitSummary,
  status: 201,
  errors: ['invalidInput', 'outsideUnit'],
});

export const createUnits = defineRoute({
  id: 'createUnits',
  method: 'POST',
  path: '/units/several',
  permission: 'plan',
  summary: 'Add a list of people or units under one unit: all or none',
  body: UnitsInput,
  response: Type.Array(UnitSummary),
  status: 201,
  errors: ['invalidInput', 'outsideUnit'],
});

export const listUnits = defineRoute({
  id: 'listUnits',
  method: 'GET',
  path: '/units',
  permission: 'read',
  summary: 'Every unit with where it stands today',
  response: Type.Array(UnitDetail),
});

export const moveUnit = defineRoute({
  id: 'moveUnit',
  method: 'POST',
  path: '/units/:code/move',
  permission: 'plan',
  summary: 'Move a unit under another one from a day on',
  params: UnitCode,
  body: UnitMove,
  response: UnitChanged,
  errors: ['unknownUnit', 'outsideUnit', 'invalidInput', 'monthClosed'],
});

export const leaveUnit = defineRoute({
  id: 'leaveUnit',
  method: 'POST',
  path: '/units/:code/leave',
  permission: 'plan',
  summary: 'End a unit after its last day',
  params: UnitCode,
  body: UnitLeave,
  response: UnitChanged,
  errors: ['unknownUnit', 'outsideUnit', 'invalidInput', 'monthClosed'],
});

export const undoUnitChange = defineRoute({
  id: 'undoUnitChange',
  method: 'POST',
  path: '/units/:code/undo',
  permission: 'plan',
  summary: 'Take back one’s own last change of a unit: that it moved, left or was added',
  params: UnitCode,
  response: UnitUndone,
  errors: ['unknownUnit', 'nothingToUndo', 'unitInUse', 'monthClosed'],
});

export const changeRamp = defineRoute({
  id: 'changeRamp',
  method: 'PUT',
  path: '/units/:code/ramp',
  permission: 'plan',
  summary: "What part of the full target is asked in a newcomer's first months",
  params: UnitCode,
  body: RampChange,
  response: UnitDetail,
  errors: ['unknownUnit', 'invalidInput'],
});

export const changeBusinessHours = defineRoute({
  id: 'changeBusinessHours',
  method: 'PUT',
  path: '/units/:code/business-hours',
  permission: 'administer',
  summary: 'Give a branch a time zone and an end of business of its own',
  params: UnitCode,
  body: BranchHoursChange,
  response: UnitDetail,
  errors: ['unknownUnit', 'invalidInput'],
});
