import type { Router } from 'express';

/** A route as it is written: its method in capitals, and its path with the names of its parameters. */
export interface KnownRoute {
  readonly method: string;
  readonly path: string;
}

interface Layer {
  readonly route?: { readonly path: string; readonly methods: Readonly<Record<string, boolean>> };
  readonly handle: unknown;
}

/** All routes of a router and the routers in it, in the order they are tried. */
export function routesOf(router: Router): KnownRoute[] {
  return (router.stack as unknown as readonly Layer[]).flatMap(({ route, handle }) => {
    if (route)
      return Object.keys(route.methods).map((method) => ({ method: method.toUpperCase(), path: route.path }));
    const inner = handle as { stack?: unknown };
    return Array.isArray(inner.stack) ? routesOf(handle as Router) : [];
  });
}
