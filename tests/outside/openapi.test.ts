import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { buildOpenApi } from '#contract/openapi';

const FILE = 'docs/openapi.json';
const { version } = JSON.parse(readFileSync('package.json', 'utf8')) as { version: string };
const QUIET = { REDOCLY_TELEMETRY: 'off', REDOCLY_SUPPRESS_UPDATE_NOTICE: 'true' };

/** What a linter has to say; it ends with 1 where something is wrong. */
function run(script: string, args: string[]): { status: number; output: string } {
  try {
    return {
      status: 0,
      output: execFileSync(process.execPath, [script, ...args], {
        encoding: 'utf8',
        env: { ...process.env, ...QUIET },
      }),
    };
  } catch (error) {
    const { status, stdout, stderr } = error as { status: number; stdout: string; stderr: string };
    return { status, output: stdout + stderr };
  }
}

describe('the API description', () => {
  it('is the committed one: a change is written with `npm run openapi` and reviewed', () => {
    expect(JSON.parse(readFileSync(FILE, 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(buildOpenApi(version))),
    );
  });

  it('passes Spectral with the OpenAPI ruleset', () => {
    expect(
      run('node_modules/@stoplight/spectral-cli/dist/index.js', [
        'lint',
        FILE,
        '--fail-severity=warn',
      ]),
    ).toMatchObject({ status: 0 });
  });

  it('passes Redocly with its recommended rules', () => {
    expect(
      run('node_modules/@redocly/cli/bin/cli.js', [
        'lint',
        FILE,
        '--extends=recommended',
        '--max-problems=20',
      ]),
    ).toMatchObject({ status: 0 });
  });
});
