import { AsyncLocalStorage } from 'node:async_hooks';
import type { FastifyReply, FastifyRequest } from 'fastify';
import type { AnyRoute } from '#contract/routes/route';
import { ENGLISH, type Language, negotiateLanguage, readLanguageFrom } from '#wording/language';
import { addGerman } from '#wording/messages/de/index';

const reading = new AsyncLocalStorage<Language>();

addGerman();
readLanguageFrom(() => reading.getStore() ?? ENGLISH);

/** Puts in words what `act` makes; outside of it, and in work of its own, all is English. */
export function writeIn<Result>(language: Language, act: () => Result): Result {
  return reading.run(language, act);
}

/**
 * The language of an answer: what the reader asks for (RFC 9110, Accept-Language). Files and wall
 * boards go to many readers and are in English; so is all that a change sets off, for alerts, mails
 * and the history are read by others than who made it.
 */
export function languageOfAnswer(
  route: AnyRoute,
  request: FastifyRequest,
  reply: FastifyReply,
): Language {
  const isOfReaderAlone =
    route.method === 'GET' && route.responseType === undefined && route.permission !== 'anyone';
  if (!isOfReaderAlone) return ENGLISH;
  const language = negotiateLanguage(request.headers['accept-language']);
  reply.header('content-language', language.tag).header('vary', 'accept-language');
  return language;
}
