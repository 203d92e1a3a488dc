import { assertNoFieldErrors } from '../problem';
import { normalEmail } from './email';

const SHORTEST = 10;

/** The commonest beginnings of passwords people choose; common practice, from memory. */
const USUAL = [
  'password',
  'passwort',
  'wachtwoord',
  'motdepasse',
  'welcome',
  'willkommen',
  'welkom',
  'qwertyuiop',
  'qwertzuiop',
  'azertyuiop',
  'asdfghjkl',
  'letmein',
  'iloveyou',
  'administrator',
  'changeme',
  'sunshine',
  'princess',
  'football',
  'baseball',
  'dragon',
  'monkey',
  'superman',
  'trustno1',
];
const MOST_BESIDE_USUAL = 5;

/**
 * Whether a password is easily guessed: short, of one or two characters, a run of digits, a usual
 * one, or the e-mail.
 */
export function isWeak(password: string, email: string): boolean {
  const plain = password.toLowerCase().replace(/\s/g, '');
  if (plain.length < SHORTEST || new Set(plain).size < 4) return true;
  if ('01234567890123456789'.includes(plain) || '98765432109876543210'.includes(plain)) return true;
  const address = normalEmail(email);
  const [name = ''] = address.split('@');
  if (
    plain.includes(address) ||
    (name.length >= 4 && plain.includes(name) && plain.length < name.length + MOST_BESIDE_USUAL)
  )
    return true;
  return USUAL.some(
    (usual) => plain.includes(usual) && plain.length < usual.length + MOST_BESIDE_USUAL,
  );
}

/** @throws ProblemError invalidInput at the field */
export function refuseWeak(password: string, email: string, field = 'password'): void {
  if (isWeak(password, email)) assertNoFieldErrors([{ field, code: 'weakPassword' }]);
}
