/** The server, for those who start it in their own process: tests and benchmarks. */
export { startServer, type RunningServer } from './server.ts';
export { readConfig, type Config } from './config.ts';
