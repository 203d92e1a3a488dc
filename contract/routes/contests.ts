import { Type } from 'typebox';
import { Id, Nothing } from '../schemas/common';
import {
  Award,
  AwardInput,
  AwardPictureAdded,
  AwardPictures,
  AwardQuery,
  Awards,
  AwardTakenBack,
  AwardVisibility,
  ContestAnswer,
  ContestInput,
  ContestList,
  ContestListQuery,
  ContestMembersInput,
  ContestPreview,
  ContestStart,
  ContestView,
  ContestViewQuery,
} from '../schemas/contest';
import { defineRoute } from './route';

const ContestId = Type.Object({ id: Id });

export const listAwardPictures = defineRoute({
  id: 'listAwardPictures',
  method: 'GET',
  path: '/award-pictures',
  permission: 'plan',
  summary: 'Pictures of awards that the company has added to the drawn set',
  response: AwardPictures,
});
export const getAwardPicture = defineRoute({
  id: 'getAwardPicture',
  method: 'GET',
  path: '/award-pictures/:id',
  permission: 'read',
  summary: 'An own picture of an award',
  params: ContestId,
  responseType: 'image/*',
  errors: ['notFound'],
});
export const addAwardPicture = defineRoute({
  id: 'addAwardPicture',
  method: 'POST',
  path: '/award-pictures',
  permission: 'plan',
  summary: 'Add a picture for awards: PNG, JPEG or WebP up to 300 kB',
  bodyType: 'image/*',
  response: AwardPictureAdded,
  status: 201,
  errors: ['notAPicture', 'tooLarge', 'tooManyAwardPictures'],
});
export const removeAwardPicture = defineRoute({
  id: 'removeAwardPicture',
  method: 'DELETE',
  path: '/award-pictures/:id',
  permission: 'plan',
  summary: 'Take away an own picture that no award shows',
  params: ContestId,
  response: Nothing,
  errors: ['notFound', 'pictureInUse'],
});

export const listContests = defineRoute({
  id: 'listContests',
  method: 'GET',
  path: '/contests',
  permission: 'read',
  summary: 'Contests of a unit and all below it, and those one takes part in',
  query: ContestListQuery,
  response: ContestList,
  errors: ['unknownUnit'],
});
export const addContest = defineRoute({
  id: 'addContest',
  method: 'POST',
  path: '/contests',
  permission: 'plan',
  summary: 'Make a draft of a contest',
  body: ContestInput,
  response: ContestView,
  status: 201,
  errors: ['invalidInput', 'unknownUnit', 'tooManyContests'],
});
export const previewContest = defineRoute({
  id: 'previewContest',
  method: 'POST',
  path: '/contests/preview',
  permission: 'plan',
  summary: 'Who would have won in the last ended round',
  body: ContestInput,
  response: ContestPreview,
  errors: ['invalidInput', 'unknownUnit'],
});
export const getContest = defineRoute({
  id: 'getContest',
  method: 'GET',
  path: '/contests/:id',
  permission: 'read',
  summary: 'A contest with its places, as it was and as corrected',
  params: ContestId,
  query: ContestViewQuery,
  response: ContestView,
  errors: ['notFound', 'unknownPeriod'],
});
export const changeContest = defineRoute({
  id: 'changeContest',
  method: 'PUT',
  path: '/contests/:id',
  permission: 'plan',
  summary: 'Change a draft',
  params: ContestId,
  body: ContestInput,
  response: ContestView,
  errors: ['invalidInput', 'unknownUnit', 'notFound', 'contestStarted'],
});
export const startContest = defineRoute({
  id: 'startContest',
  method: 'POST',
  path: '/contests/:id/start',
  permission: 'plan',
  summary: 'Start a draft with the names that were seen',
  params: ContestId,
  body: ContestStart,
  response: ContestView,
  errors: ['notFound', 'contestStarted', 'membersChanged', 'invalidInput'],
});
export const changeContestMembers = defineRoute({
  id: 'changeContestMembers',
  method: 'POST',
  path: '/contests/:id/members',
  permission: 'plan',
  summary: 'Let somebody take part who has come since, or take somebody out',
  params: ContestId,
  body: ContestMembersInput,
  response: ContestView,
  errors: ['notFound', 'invalidInput'],
});
export const answerContest = defineRoute({
  id: 'answerContest',
  method: 'POST',
  path: '/contests/:id/answer',
  permission: 'self',
  summary: 'Take part in a contest one is invited to, or not',
  params: ContestId,
  body: ContestAnswer,
  response: ContestView,
  errors: ['notFound'],
});
export const endContest = defineRoute({
  id: 'endContest',
  method: 'POST',
  path: '/contests/:id/end',
  permission: 'plan',
  summary: 'End a contest with today',
  params: ContestId,
  body: Nothing,
  response: ContestView,
  errors: ['notFound'],
});
export const removeContest = defineRoute({
  id: 'removeContest',
  method: 'DELETE',
  path: '/contests/:id',
  permission: 'plan',
  summary: 'Remove a draft',
  params: ContestId,
  response: Nothing,
  errors: ['notFound', 'contestStarted'],
});
export const listAwards = defineRoute({
  id: 'listAwards',
  method: 'GET',
  path: '/awards',
  permission: 'read',
  summary: 'Awards of a unit’s people and teams',
  query: AwardQuery,
  response: Awards,
  errors: ['unknownUnit'],
});
export const giveAward = defineRoute({
  id: 'giveAward',
  method: 'POST',
  path: '/awards',
  permission: 'plan',
  summary: 'Give an award by hand',
  body: AwardInput,
  response: Award,
  status: 201,
  errors: ['invalidInput', 'unknownUnit'],
});
export const takeAwardBack = defineRoute({
  id: 'takeAwardBack',
  method: 'POST',
  path: '/awards/:id/taking-back',
  permission: 'plan',
  summary: 'Take back an award that was given by hand, with the reason',
  params: ContestId,
  body: AwardTakenBack,
  response: Award,
  errors: ['notFound'],
});
export const showOwnAwards = defineRoute({
  id: 'showOwnAwards',
  method: 'PUT',
  path: '/awards/visibility',
  permission: 'self',
  summary: 'Whether others see one’s awards',
  body: AwardVisibility,
  response: AwardVisibility,
  errors: ['forbidden'],
});
