import { Type } from 'typebox';
import { LongId, Nothing } from '../schemas/common';
import { MailOverview, MailQuery, OutgoingMail } from '../schemas/mail';
import { defineRoute } from './route';

const MailId = Type.Object({ id: LongId });

export const listMail = defineRoute({
  id: 'listMail',
  method: 'GET',
  path: '/mail',
  permission: 'administer',
  summary: 'Mail that is to go out, has gone, or could not be sent',
  query: MailQuery,
  response: MailOverview,
});
export const retryMail = defineRoute({
  id: 'retryMail',
  method: 'POST',
  path: '/mail/:id/retry',
  permission: 'administer',
  summary: 'Try mail again that could not be sent',
  params: MailId,
  response: OutgoingMail,
  errors: ['notFound'],
});
export const sendTestMail = defineRoute({
  id: 'sendTestMail',
  method: 'POST',
  path: '/mail/test',
  permission: 'administer',
  summary: 'Send a test mail to oneself',
  body: Nothing,
  response: OutgoingMail,
  status: 201,
});
