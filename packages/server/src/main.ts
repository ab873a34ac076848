import { readConfig } from './config.ts';
import { startServer } from './server.ts';

/** Runs the server until it is stopped. */
const server = await startServer(readConfig(process.env));
process.send?.({ port: server.port, site: server.siteOrigin, priced: server.pricedAddress });

let stopping = false;
const stop = () => {
  if (stopping) return;
  stopping = true;
  server.stop().then(
    () => process.exit(0),
    (error: unknown) => {
      console.error(error);
      process.exit(1);
    },
  );
};
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, stop);
// Whoever started it has gone, however that came about: a server nobody can stop would keep the port.
process.on('disconnect', stop);
