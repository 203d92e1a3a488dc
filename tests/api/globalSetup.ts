import { mkdtempSync, rmSync } from 'node:fs';
import type { TestProject } from 'vitest/node';
import { migrateDatabase, openPool } from '#server/db/client';
import { buildServer } from '../../scripts/buildServer.mjs';
import { startCluster } from '../../scripts/cluster';
import { TEMPLATE } from './template';

declare module 'vitest' {
  export interface ProvidedContext {
    clusterUrl: string;
    ownerUrl: string;
    serverUrl: string;
    clusterDirectory: string;
  }
}

/** One throw-away cluster a run; each test file makes its own databases in it. */
export default async function setup(project: TestProject) {
  // Files are read by a built worker, and the servers that are killed are built ones.
  await buildServer();
  const directory = mkdtempSync('/tmp/iron-ladder-test-');
  const cluster = await startCluster(directory, { isThrowAway: true });
  const admin = openPool(cluster.url('postgres'), 1);
  await admin.query(`create database ${TEMPLATE} owner iron_ladder_owner`);
  await admin.end();
  const owner = openPool(cluster.url(TEMPLATE, 'owner'), 1);
  await migrateDatabase(owner);
  await owner.end();
  project.provide('clusterUrl', cluster.url('postgres'));
  project.provide('ownerUrl', cluster.url('postgres', 'owner'));
  project.provide('serverUrl', cluster.url('postgres', 'server'));
  project.provide('clusterDirectory', directory);
  return async () => {
    await cluster.stop();
    rmSync(directory, { recursive: true, force: true });
  };
}
