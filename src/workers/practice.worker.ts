/// <reference lib="webworker" />
import { transfer } from 'comlink';
import { evenedPhoto } from '#core/check/evened-photo';
import { mapOfShares } from '#core/check/projective';
import { boundsMm } from '#core/outline/outline';
import { handPlan, handPxPerMm } from '#core/practice/hand/hand-plan';
import { handSheet } from '#core/practice/hand/hand-sheet';
import { scoreHandSheet } from '#core/practice/hand/score-hand-sheet';
import { findPage, recogniseSheet } from '#core/swatch/find-page';
import { handDrillIds } from '#model/practice';
import { decoded } from './decoded-photo';
import { offer } from './offer';
import { type ReadPractice, readPracticeSchema } from './practice-messages';

/** The sheet is shown with so many px a mm: finer than it is judged, so that its lines are lines. */
const shownPxPerMm = 6;

const api = {
  /** Reads a photo or scan of a practice sheet; which one it is, it says itself. */
  async read(request: unknown, onProgress: (share: number) => void): Promise<ReadPractice> {
    const image = await decoded(readPracticeSchema.parse(request).file);
    if ('problem' in image) return image;
    onProgress(0.15);
    const sheets = handDrillIds.flatMap((drill) => [handSheet(drill, 'A4'), handSheet(drill, 'Letter')]);
    const sheet = recogniseSheet(image, sheets);
    onProgress(0.35);
    if (!sheet) {
      // Why none is known, told of any of them.
      const [any] = sheets;
      const found = any ? findPage(image, any) : { problem: '' };
      return 'problem' in found && !/another sheet/.test(found.problem)
        ? found
        : { problem: 'This is no practice sheet of this page: its number is not known. Print one here, and photograph that.' };
    }
    const answer = scoreHandSheet(image, sheet);
    onProgress(0.8);
    if ('problem' in answer) return answer;
    const plan = handPlan(sheet, shownPxPerMm);
    const finer = handPxPerMm / shownPxPerMm;
    const evened = evenedPhoto(image, plan, mapOfShares(answer.toPhoto, { width: finer, height: finer }, { width: 1, height: 1 }));
    if (!evened) return { problem: 'Too little bare paper is seen in this photo to show it in even light.' };
    onProgress(1);
    const { toPhoto: _, ...told } = answer;
    const middles = sheet.figures.map(({ outline }) => {
      const { xMm, yMm, widthMm, heightMm } = boundsMm(outline);
      return [(xMm + widthMm / 2) / sheet.page.widthMm, (yMm + heightMm / 2) / sheet.page.heightMm] as const;
    });
    return transfer({ ...told, drill: sheet.drill, middles, widthPx: plan.width, heightPx: plan.height, rgba: evened.rgba }, [
      evened.rgba.buffer,
    ]);
  },
};

offer(api);
export type PracticeApi = typeof api;
