import type { Stroke, Tool } from '#model/school';

/** How the nib is moved, in words. */
export const strokeWords: Record<Stroke, string> = {
  circles: 'small circles',
  circlesOutwards: 'circles outwards',
  lightCircles: 'light circles',
  flicks: 'flicks that lift off',
  feather: 'feathered strokes',
  strokes: 'short strokes along its place',
  tipToTip: 'tip to tip',
  dots: 'dots',
  solid: 'solid',
  line: 'one line',
};

/** What is taken in hand that is no marker of the ladder. */
export const toolNames: Record<Exclude<Tool, 'marker'>, string> = {
  blender: 'colourless blender',
  colouredPencil: 'coloured pencil',
  whitePencil: 'white pencil',
  gelPen: 'white gel pen',
  linePen: 'line pen',
  edgeMarker: 'edge marker',
  sparkle: 'sparkle pen',
  gloss: 'gloss',
};
