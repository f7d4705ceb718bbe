import type { ColouredPicture } from '#model/coloured-picture';
import type { SceneLamp } from '#model/lamp';
import type { Make } from '#model/make';
import { planColouringSchema, type PlanElement, planElementSchema, planPictureFields, type PlanSource } from '#model/plan-source';
import { lampOfColouring } from '#core/make/coloured';
import { lampOver } from '#core/scene/lamp-over';

const elementFields = Object.keys(planElementSchema.shape) as (keyof PlanElement)[];
const colouringFields = Object.keys(planColouringSchema.shape) as (keyof PlanSource['colouring'])[];

/** A row with some of its fields only; what may be absent stays absent. */
function only<T extends object, F extends keyof T>(row: T, fields: readonly F[]): Pick<T, F> {
  return Object.fromEntries(fields.flatMap((name) => (row[name] === undefined ? [] : [[name, row[name]]]))) as Pick<T, F>;
}

/**
 * What the bands of a picture in a colouring follow from.
 * @param lamp while it is moved. Default: that of the colouring, or of the make.
 */
export function planSource(make: Make, picture: ColouredPicture, lamp: SceneLamp = lampOfColouring(make, picture.colouring)): PlanSource {
  return {
    ...only(picture, planPictureFields),
    elements: picture.elements.map((element) => only(element, elementFields)),
    colouring: only(picture.colouring, colouringFields),
    lamp: lampOver(lamp, make.pictures, picture.id),
  };
}
