import { run } from './run.ts';
import { processTerminal } from './terminal.ts';

process.exitCode = await run(process.argv.slice(2), processTerminal);
