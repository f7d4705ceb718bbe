import type { cautions } from '#core/technique/cautions';

/** What a step is done with; a change of it costs a walk round the table. */
export const tools = [
  'trimmer',
  'die machine',
  'stamps',
  'markers',
  'background inks',
  'heat tool',
  'scissors',
  'glue and foam',
  'twine',
  'drops',
  'hands',
] as const;
export type Tool = (typeof tools)[number];

/** That it comes after another step, how long it waits for it, and why. */
export type Wait = { task: string; waitSeconds: number; why: string };

/** A step of putting a card together. `itemIds`: what lies on the card that it is about. */
export type Task = {
  id: string;
  name: string;
  tool: Tool;
  seconds: number;
  after: Wait[];
  itemIds: string[];
  care?: keyof typeof cautions | undefined;
};
