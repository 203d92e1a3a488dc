export type { LetterPart } from './letter';
export { startMailer } from './mailer';
export { type MailToSend, queueMail } from './outbox';
export { addMailRoutes } from './routes';
