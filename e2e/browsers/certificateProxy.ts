import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { isListening, startProgram, temporaryFolder } from './programs.ts';

/** The recipe of docs/deployment.md. */
const RECIPE = fileURLToPath(new URL('../../docs/deployment/aurelfield.nginx.conf', import.meta.url));

/** Starts nginx with a certificate of its own before an application, by the recipe that schools are given. */
export async function startCertificateProxy({
  host,
  port,
  upstream,
}: {
  readonly host: string;
  readonly port: number;
  /** Port of the application. */
  readonly upstream: number;
}): Promise<{ readonly stop: () => void }> {
  const { folder, remove } = temporaryFolder();
  const file = (name: string) => path.join(folder, name);
  execFileSync(
    'openssl',
    ['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', '-subj', `/CN=${host}`, '-addext', `subjectAltName=DNS:${host}`, '-keyout', file('key.pem'), '-out', file('cert.pem')],
    { stdio: 'ignore' },
  ); // prettier-ignore
  const server = readFileSync(RECIPE, 'utf8')
    .replaceAll('listen.school.example', host)
    .replaceAll('/etc/ssl/aurelfield/fullchain.pem', file('cert.pem'))
    .replaceAll('/etc/ssl/aurelfield/privkey.pem', file('key.pem'))
    .replaceAll('127.0.0.1:4680', `127.0.0.1:${upstream}`)
    .replace('listen 443 ssl', `listen 127.0.0.1:${port} ssl`)
    // Visitors come by another port than 443 here, and nothing listens for plain http.
    .replace(/server \{\s*listen 80;[^}]*\}\s*/u, '')
    .replaceAll('$host;', '$http_host;')
    .replace(/^\s*listen \[::\]:443.*\n/mu, '');
  writeFileSync(
    file('nginx.conf'),
    `daemon off; pid ${file('pid')}; error_log ${file('error.log')}; events {}
     http { access_log off; client_body_temp_path ${file('body')}; proxy_temp_path ${file('proxy')};
       fastcgi_temp_path ${file('f')}; uwsgi_temp_path ${file('u')}; scgi_temp_path ${file('s')};
       ${server} }`,
  );
  const nginx = await startProgram('nginx', ['-c', file('nginx.conf'), '-p', folder], {
    environment: process.env,
    isReady: () => isListening(port),
  });
  return {
    stop: () => {
      nginx.kill('SIGTERM');
      remove();
    },
  };
}
