declare module '@echogarden/espeak-ng-emscripten' {
  /** Resolves to the WebAssembly module. */
  export default function loadModule(): Promise<unknown>;
}
