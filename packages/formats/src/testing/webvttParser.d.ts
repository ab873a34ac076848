/** The package comes without types. */
declare module 'webvtt-parser' {
  export class WebVTTParser {
    parse(
      text: string,
      mode: string,
    ): {
      readonly cues: { readonly startTime: number; readonly endTime: number; readonly text: string }[];
      readonly errors: unknown[];
    };
  }
}
