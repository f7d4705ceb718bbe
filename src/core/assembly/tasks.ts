import type { Ground } from '#model/card-layout';
import { inkNeeds } from '#core/card/ink-needs';
import { drawnById } from '#core/card/needs-of-make';
import { isThere } from '#core/layout/heights';
import type { Laid } from '#core/layout/laid';
import { colouringOf } from '#core/make/coloured';
import { counted } from '#core/make/counted';
import { pictureById } from '#core/make/picture-lookup';
import { areaMm2 } from '#core/outline/outline';
import type { Task } from './task';
import { dries, takes } from './times';

import { layId, layTasks } from './lay-tasks';
import { type AssemblyRequest, type List, taskList } from './task-list';

/** What comes last, and what the whole card waits for. */
export const postTask = 'post';

const groundWords: Record<Ground['how'], string> = {
  ...{ stamped: 'Stamp the ground', blended: 'Blend the ground, lightest ink first', stencilled: 'Stencil the ground' },
  ...{ splattered: 'Splatter the ground', sponged: 'Sponge the ground', sky: 'Blend the sky' },
};

/** The base and the papers: cut, scored, inked; what opens a window. @returns the step after which each paper lies ready, by id; '' stands for the base. */
function paperTasks(
  list: List,
  { card, laid }: AssemblyRequest,
): { ready: Map<string, string>; groundOf: string | null; inked: string | null } {
  const papers = card.papers ?? [];
  const ready = new Map<string, string>();
  const panels = laid.filter(({ paperPiece, isInside }) => paperPiece?.sort === 'panel' && !isInside);
  const panel = panels.reduce<Laid | null>((most, own) => (most && areaMm2(most.outline) >= areaMm2(own.outline) ? most : own), null);
  const groundOf = panel?.paperPiece?.id ?? null;
  let inked: string | null = null;
  let before: { id: string; how: Ground['how'] } | null = null;
  for (const { id, how } of card.grounds ?? []) {
    const own = list.add({
      id: `ground ${id}`,
      name: groundWords[how],
      tool: 'background inks',
      seconds: takes.ground[how],
      itemIds: panel ? [panel.item.id] : [],
    });
    if (before)
      list.wait(own, `ground ${before.id}`, `what is ${before.how === 'sky' ? 'blended' : before.how} is dry first`, dries[before.how]);
    before = { id, how };
    inked = own;
  }
  const dryFor = before ? dries[before.how] : 0;
  for (const piece of papers) {
    const isBase = piece.sort === 'base';
    const itemIds = laid.filter(({ paperPiece }) => paperPiece?.id === piece.id).map(({ item }) => item.id);
    const name = piece.name || piece.sort;
    let last = list.add({ id: `trim ${piece.id}`, name: `Cut the ${name}`, tool: 'trimmer', seconds: takes.trim, itemIds, care: 'blades' });
    if (inked && piece.id === groundOf) list.wait(last, inked, 'dry before it is trimmed', dryFor);
    if (isBase || piece.flapMm !== undefined) {
      const score = list.add({ id: `score ${piece.id}`, name: `Score the ${name}`, tool: 'trimmer', seconds: takes.score, itemIds });
      list.wait(score, last, 'it is scored at its size');
      last = score;
    }
    ready.set(piece.id, last);
    if (isBase) ready.set('', last);
  }
  if (inked && groundOf === null) ready.set('', inked);
  for (const own of laid.filter(({ sort }) => sort === 'window')) {
    const cut = list.add({
      ...{ id: `window ${own.item.id}`, name: `Cut the ${own.name} into the base, only its front in the machine` },
      ...{ tool: 'die machine', seconds: takes.diePass, itemIds: [own.item.id], care: 'blades' },
    });
    list.wait(cut, ready.get(''), 'folded first, so that only the front goes in');
    ready.set('', cut);
  }
  return { ready, groundOf, inked };
}

/** A piece up to where it can be laid down: stamped, coloured, cut, its inlays in, its halves together. @returns its last step, by piece id. */
function pieceTasks(list: List, { make, card, beside, laid }: AssemblyRequest, ground: ReturnType<typeof paperTasks>): Map<string, string> {
  const ready = new Map<string, string>();
  for (const piece of card.pieces) {
    const own = laid.filter((one) => one.piece?.id === piece.id && one.sort !== 'window');
    const first = own[0];
    if (!first) continue;
    const { name } = first;
    const itemIds = own.map(({ item }) => item.id);
    const isOnPanel = piece.cut.by === 'panel';
    let last: string | undefined;
    if (piece.image.kind === 'picture' || piece.image.kind === 'words') {
      const words = piece.image.kind === 'words' ? drawnById(make, 'words', piece.image.drawnId) : undefined;
      const picture = piece.image.kind === 'picture' ? pictureById(make, piece.image.pictureId) : undefined;
      const colouring = picture && colouringOf(picture, piece.image.kind === 'picture' ? piece.image.colouringId : null);
      const ink = words?.ink ?? colouring?.lineInk;
      const needs = inkNeeds(ink, beside.supplies);
      last = list.add({
        ...{ id: `stamp ${piece.id}`, name: isOnPanel ? `Stamp ${name} on the panel` : `Stamp ${name}`, tool: 'stamps', itemIds },
        seconds: takes.stamp,
      });
      if (isOnPanel) {
        list.wait(last, ground.inked ?? undefined, 'the ground is dry under them', ground.inked ? dries.stamped : 0);
        list.wait(
          last,
          ground.groundOf === null ? ground.ready.get('') : ground.ready.get(ground.groundOf),
          'they are placed on the panel as it is cut',
        );
      }
      if (needs.heat) {
        const warm = list.add({
          id: 'warm',
          name: 'Warm the heat tool',
          tool: 'heat tool',
          seconds: takes.warmHeatTool,
          itemIds: [],
          care: 'heat',
        });
        const heated = list.add({
          ...{ id: `heat ${piece.id}`, name: needs.powder ? `Powder and emboss ${name}` : `Heat-set ${name}`, tool: 'heat tool' },
          ...{ seconds: takes.emboss, itemIds, care: needs.powder ? 'powders' : 'heat' },
        });
        list.wait(heated, warm, 'a cold tool blows the powder away and warps the paper');
        list.wait(heated, last, needs.powder ? 'powder holds on wet ink' : 'heat sets the ink');
        const flat = list.add({ id: `flatten ${piece.id}`, name: `Press ${name} flat`, tool: 'hands', seconds: takes.flatten, itemIds });
        list.wait(flat, heated, 'heat warps paper; it cools first', dries.heat);
        last = flat;
      }
      const elements = colouring?.treatments.filter(({ ladder }) => ladder).length ?? 0;
      if (elements > 0) {
        const coloured = list.add({
          ...{ id: `colour ${piece.id}`, name: `Colour ${name}${own.length > 1 ? `, ${own.length} ×` : ''}`, tool: 'markers' },
          ...{ seconds: elements * takes.colourElement * own.length, itemIds, care: 'alcohol' },
        });
        list.wait(coloured, last, 'the lines are dry', needs.heat ? 0 : dries.lineInk);
        last = coloured;
      }
    }
    if (!isOnPanel) {
      const byDie = piece.cut.by === 'die';
      const cut = list.add({
        ...{ id: `cut ${piece.id}`, name: byDie ? `Die-cut ${name}` : `Fussy cut ${name}`, tool: byDie ? 'die machine' : 'scissors' },
        ...{ seconds: byDie ? takes.diePass : takes.fussyCut * own.length, itemIds, care: 'blades' },
      });
      list.wait(
        cut,
        last,
        byDie ? 'the ink is dry before the machine presses it' : 'dry before it is trimmed',
        last?.startsWith('colour') ? dries.markerInk : last?.startsWith('stamp') ? dries.lineInk : 0,
      );
      last = cut;
      const die = piece.cut.by === 'die' ? drawnById(make, 'die', piece.cut.drawnId) : undefined;
      if (die?.inlays) {
        const inlaid = list.add({
          ...{ id: `inlay ${piece.id}`, name: `Lay the ${counted(die.inlays.length, 'loose piece')} of ${name} back into it` },
          ...{ tool: 'hands', seconds: takes.inlay, itemIds },
        });
        list.wait(inlaid, cut, 'they come out of its die');
        last = inlaid;
      }
      if (piece.isTwoSided) {
        const hole = list.add({
          id: `hole ${piece.id}`,
          name: `Punch the hole of ${name}, through both sides at once`,
          tool: 'hands',
          seconds: takes.hole,
          itemIds,
        });
        list.wait(hole, last, 'both sides are cut');
        const halves = list.add({
          ...{ id: `halves ${piece.id}`, name: `Glue ${name} back to back, the thread between the halves` },
          ...{ tool: 'glue and foam', seconds: takes.halves, itemIds },
        });
        list.wait(halves, hole, 'the thread goes through it before the halves close');
        last = halves;
      }
    }
    if (last) ready.set(piece.id, last);
  }
  return ready;
}

/** Words before bulk: what stays on its panel is stamped before anything is glued there. */
function flatFirst(list: List, { card, laid }: AssemblyRequest): void {
  const onPanels = card.pieces.filter(({ cut, image }) => cut.by === 'panel' && (image.kind === 'words' || image.kind === 'picture'));
  for (const piece of onPanels) {
    for (const own of laid) {
      if (!isThere(own) || own.piece?.cut.by === 'panel') continue;
      // The panel that it is stamped on, too: it is stamped before that is glued onto anything.
      const last = [`colour ${piece.id}`, `flatten ${piece.id}`, `stamp ${piece.id}`].find((id) => list.tasks.has(id));
      list.wait(layId(own), last, 'stamped while it is flat: bulk under the paper spoils the impression');
    }
  }
}

/**
 * The steps from paper to post of a card as it is laid out, each with what it waits for and why. Common practice, no source: words and embossing while it is flat, the heat tool warmed first and the warp
 * flattened, ink dry before the die machine or a blade, twine before the base, thread between the halves, inlays before pressing down, what lies behind first, raised drops last and 24 hours flat.
 */
export function assemblyTasks(request: AssemblyRequest): Task[] {
  const list = taskList();
  const papers = paperTasks(list, request);
  const pieces = pieceTasks(list, request, papers);
  layTasks(list, request, papers, pieces);
  flatFirst(list, request);
  const drops = [...list.tasks.values()].filter(({ tool }) => tool === 'drops').map(({ id }) => id);
  const all = [...list.tasks.keys()];
  if (all.length === 0) return [];
  list.add({ id: postTask, name: 'Put it into its envelope', tool: 'hands', seconds: takes.envelope, itemIds: [] });
  for (const id of all)
    list.wait(
      postTask,
      id,
      drops.includes(id) ? 'raised drops lie flat for 24 hours' : 'all is on it',
      drops.includes(id) ? dries.drops : 0,
    );
  return [...list.tasks.values()];
}
