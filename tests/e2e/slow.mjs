import http from 'node:http';

/**
 * Lets every request wait up to E2E_SLOW milliseconds before it is answered, each another time:
 * answers come in another order than on a quick machine, and what does not bear it shows.
 */
const most = Number(process.env.E2E_SLOW);
const emit = http.Server.prototype.emit;
http.Server.prototype.emit = function (event, ...rest) {
  const isSlowed = event === 'request' && rest[0].url.startsWith('/api/v1/');
  if (!isSlowed) return emit.call(this, event, ...rest);
  setTimeout(() => emit.call(this, event, ...rest), Math.random() * most);
  return true;
};
