declare module 'spectral.js' {
  /** What the tests ask of a general spectral mixing library. */
  export class Color {
    constructor(colour: string);
    R: number[];
    KS: number[];
  }
}
