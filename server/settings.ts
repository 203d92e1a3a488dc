/** What whoever runs the server decides about its surroundings. */
export interface Settings {
  /**
   * Where people reach it, for example https://sales.example.com; null: on this machine, by plain
   * HTTP.
   */
  publicUrl: URL | null;
  /**
   * Addresses of proxies that may say who asks (X-Forwarded-For), as Fastify's `trustProxy` takes
   * them.
   */
  trustedProxies: string[];
  /**
   * With which secrets that must be read back are sealed in the database; null: they are stored as
   * they are.
   */
  secretKey: Buffer | null;
}

export const LOCAL_SETTINGS: Settings = { publicUrl: null, trustedProxies: [], secretKey: null };

/**
 * Reads IRON_LADDER_PUBLIC_URL, IRON_LADDER_TRUSTED_PROXIES and IRON_LADDER_SECRET_KEY. @throws
 * Error that says what would be accepted
 */
export function readSettings(env: Readonly<Record<string, string | undefined>>): Settings {
  const proxies = (env['IRON_LADDER_TRUSTED_PROXIES'] ?? '')
    .split(',')
    .map((each) => each.trim())
    .filter(Boolean);
  return {
    publicUrl: readPublicUrl(env['IRON_LADDER_PUBLIC_URL']),
    trustedProxies: proxies,
    secretKey: readSecretKey(env['IRON_LADDER_SECRET_KEY']),
  };
}

function readSecretKey(text: string | undefined): Buffer | null {
  if (!text) return null;
  if (!/^[0-9a-f]{64}$/i.test(text))
    throw new Error(
      'IRON_LADDER_SECRET_KEY is not 64 hexadecimal digits; make one with: openssl rand -hex 32',
    );
  return Buffer.from(text, 'hex');
}

function readPublicUrl(text: string | undefined): URL | null {
  if (!text) return null;
  const url = URL.canParse(text) ? new URL(text) : null;
  if (
    !url ||
    !['http:', 'https:'].includes(url.protocol) ||
    url.pathname !== '/' ||
    url.search ||
    url.hash
  ) {
    throw new Error(
      `IRON_LADDER_PUBLIC_URL "${text}" is not an address without a path; write for example https://sales.example.com.`,
    );
  }
  return url;
}

/** True where people come by TLS: then cookies are for TLS alone. */
export function isSecure({ publicUrl }: Settings): boolean {
  return publicUrl?.protocol === 'https:';
}
