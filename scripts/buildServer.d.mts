/** Builds all programs of the server, or those named, into dist/server. */
export function buildServer(names?: string[]): Promise<void>;
