/** The server, for those who start it in their own process: tests and benchmarks. */
export {};
