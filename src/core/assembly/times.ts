/** How long the steps of a card take, in seconds, where nobody measured it. From memory. */
export const takes = {
  trim: 120,
  score: 60,
  diePass: 180,
  fussyCut: 420,
  stamp: 90,
  colourElement: 150,
  ground: { stamped: 180, blended: 300, stencilled: 180, splattered: 60, sponged: 240, sky: 240 },
  warmHeatTool: 60,
  emboss: 60,
  flatten: 120,
  inlay: 120,
  glue: 60,
  foam: 120,
  twine: 120,
  hole: 60,
  halves: 180,
  accent: 20,
  drop: 30,
  envelope: 30,
} as const;

/** How long what is wet is left, in seconds. Common practice, no source; raised drops lie flat for about 24 hours. */
export const dries = {
  lineInk: 60,
  markerInk: 300,
  stamped: 120,
  blended: 60,
  stencilled: 300,
  splattered: 600,
  sponged: 120,
  sky: 60,
  wetGlue: 300,
  heat: 60,
  drops: 24 * 3600,
} as const;
