import { Pipeline, PipelineQuery } from '../schemas/pipeline';
import { defineRoute } from './route';

export const getPipeline = defineRoute({
  id: 'getPipeline',
  method: 'GET',
  path: '/pipeline',
  permission: 'read',
  summary: 'Open deals of a unit, with what is won and wanted in the periods ahead',
  query: PipelineQuery,
  response: Pipeline,
  errors: ['unknownUnit'],
});
