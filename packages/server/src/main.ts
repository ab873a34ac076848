import { readConfig } from './config.ts';
import { startServer } from './server.ts';

/** Runs the server until it is told to stop. */
const server = await startServer(readConfig(process.env));
process.send?.({ port: server.port });

let stopping = false;
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    if (stopping) return;
    stopping = true;
    server.stop().then(
      () => process.exit(0),
      (error: unknown) => {
        console.error(error);
        process.exit(1);
      },
    );
  });
}
