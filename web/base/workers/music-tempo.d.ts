declare module 'music-tempo' {
  /** Beats heard in mono samples, s; throws where there are none. */
  export default class MusicTempo {
    constructor(samples: Float32Array, options?: { hopSize?: number; timeStep?: number });
    readonly tempo: string;
    readonly beats: number[];
  }
}
