import type { Plugin } from 'esbuild';

export const formatsInTheBundle: Plugin;
