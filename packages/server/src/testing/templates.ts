import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import pg from 'pg';
import { startServer } from '../server.ts';
import { FakeEngine } from './fakeEngine.ts';
import { testConfig } from './testConfig.ts';

/** Makes the databases that tests copy theirs from: migrated, empty or with the demo in it. */
export async function makeTemplates(url: string): Promise<void> {
  for (const template of ['empty', 'demo'] as const) {
    const name = `template_${template}`;
    const admin = new pg.Client({ connectionString: url.replace('{database}', 'postgres') });
    await admin.connect();
    await admin.query(`create database "${name}"`);
    const databaseUrl = url.replace('{database}', name);
    const dataFolder = mkdtempSync(path.join(tmpdir(), 'aurelfield-template-'));
    const server = await startServer(
      testConfig(databaseUrl, dataFolder, { demo: template === 'demo', simulatedServices: false }),
      { withoutThreads: true, engines: [new FakeEngine()] },
    );
    await server.stop();
    const own = new pg.Client({ connectionString: databaseUrl });
    await own.connect();
    // Which sound store it is belongs to the copy.
    await own.query('delete from installation_settings');
    await own.end();
    await admin.end();
    rmSync(dataFolder, { recursive: true, force: true });
  }
}
