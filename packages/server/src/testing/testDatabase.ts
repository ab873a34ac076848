import pg from 'pg';

let count = 0;

/**
 * A database of its own for a test, copied from a template that is migrated (and has the demo in it) already.
 * @param url address of the cluster's databases, with "{database}" for the name.
 */
export async function newDatabase(url: string, template: 'demo' | 'empty' | 'none'): Promise<string> {
  const name = `test_${process.pid}_${Date.now()}_${count++}`;
  const admin = new pg.Client({ connectionString: url.replace('{database}', 'postgres') });
  await admin.connect();
  const like = template === 'none' ? '' : ` template "template_${template}"`;
  await admin.query(`create database "${name}"${like}`);
  await admin.end();
  return url.replace('{database}', name);
}
