declare module 'webvtt-parser' {
  class WebVTTParser {
    parse(
      text: string,
      mode?: string,
    ): { cues: { startTime: number; endTime: number; text: string }[]; errors: { message: string; line: number }[] };
  }
  const all: { WebVTTParser: typeof WebVTTParser };
  export default all;
}
