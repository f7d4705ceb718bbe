import type { Card } from '#model/card';
import type { DistantLamp, SceneLamp } from '#model/lamp';
import type { Make } from '#model/make';
import { colouringOf, lampOfColouring } from '#core/make/coloured';
import { pictureById } from '#core/make/picture-lookup';
import { lampOver } from '#core/scene/lamp-over';
import { type Laid, placed } from './laid';

/** The lamp of a card: its own, or the one of the make. */
export const lampOfCard = ({ lamp }: Pick<Make, 'lamp'>, card: Pick<Card, 'lamp'>): SceneLamp => card.lamp ?? lamp;

/** A lamp this high has no side. */
const overheadDeg = 85;
/** Sides that differ by more are seen to. Common practice, no source. */
export const leastLightDeg = 30;

const whole = (deg: number): number => ((deg % 360) + 360) % 360;
/** The angle between two sides, 0 to 180 degrees. */
export const betweenDeg = (one: number, other: number): number => Math.min(whole(one - other), whole(other - one));

type Turn = { turnedDeg: number; isMirrored: boolean };

/** From which side light that was on a picture comes once the piece is mirrored left to right and then turned clockwise; degrees clockwise from 12 o'clock. */
export const sideOnCard = (azimuthDeg: number, { turnedDeg, isMirrored }: Turn): number =>
  whole((isMirrored ? -azimuthDeg : azimuthDeg) + turnedDeg);
/** From which side a picture has to be lit so that on the card it is lit from that one: the inverse of sideOnCard. */
export const sideOnPicture = (azimuthDeg: number, { turnedDeg, isMirrored }: Turn): number =>
  whole((azimuthDeg - turnedDeg) * (isMirrored ? -1 : 1));

const sideTowards = (from: readonly [number, number], to: readonly [number, number]): number =>
  whole((Math.atan2(to[0] - from[0], from[1] - to[1]) * 180) / Math.PI);

/** Where the near lamp of a card hangs over it: where it lies over the picture that it goes by; null: that picture is not on the card. */
function lampPlace(lamp: Extract<SceneLamp, { kind: 'near' }>, laid: readonly Laid[]): readonly [number, number] | null {
  const own = laid.find(({ picture }) => picture?.pictureId === lamp.pictureId);
  if (!own) return null;
  // A place is an outline of one place.
  return placed([[lamp.xMm, lamp.yMm]], own, [own.item.xMm, own.item.yMm])[0] ?? null;
}

/** From which side a card is lit at a place; null: from straight above, or nobody can say. */
export function sideOfCard(lamp: SceneLamp, laid: readonly Laid[], at: readonly [number, number]): number | null {
  if (lamp.kind === 'distant') return lamp.heightDeg >= overheadDeg ? null : lamp.azimuthDeg;
  const place = lampPlace(lamp, laid);
  return place && Math.hypot(place[0] - at[0], place[1] - at[1]) > 1 ? sideTowards(at, place) : null;
}

/** A piece that is lit from another side than its card. `isDeg`, `wantedDeg`: sides on the card; `lampDeg`: the side from which its picture has to be lit for here. */
export type LightDiffers = { laid: Laid; isDeg: number; wantedDeg: number; offDeg: number; lampDeg: number };

/** From which side the colouring of a laid picture is lit, as the picture lies on the card; null: from above, or it has no side. */
function sideOfLaid(make: Make, laid: Laid): number | null {
  const picture = pictureById(make, laid.picture?.pictureId);
  if (!picture) return null;
  const lamp = lampOver(lampOfColouring(make, colouringOf(picture, laid.picture?.colouringId)), make.pictures, picture.id);
  if (lamp.kind === 'distant') return lamp.heightDeg >= overheadDeg ? null : sideOnCard(lamp.azimuthDeg, laid);
  const [xMm, yMm] = laid.middleMm;
  return Math.hypot(lamp.xMm - xMm, lamp.yMm - yMm) > 1 ? sideOnCard(sideTowards([xMm, yMm], [lamp.xMm, lamp.yMm]), laid) : null;
}

/** Pieces whose light comes from another side than that of the card, by more than 30 degrees: turned or mirrored ones, and those with a lamp of their own. */
export function lightDiffers(make: Make, card: Pick<Card, 'lamp'>, laid: readonly Laid[]): LightDiffers[] {
  const lamp = lampOfCard(make, card);
  return laid.flatMap((own): LightDiffers[] => {
    if (own.sort !== 'image' || !own.picture) return [];
    const isDeg = sideOfLaid(make, own);
    const wantedDeg = sideOfCard(lamp, laid, [own.item.xMm, own.item.yMm]);
    if (isDeg === null || wantedDeg === null) return [];
    const offDeg = betweenDeg(isDeg, wantedDeg);
    return offDeg > leastLightDeg ? [{ laid: own, isDeg, wantedDeg, offDeg, lampDeg: sideOnPicture(wantedDeg, own) }] : [];
  });
}

/** The lamp by which a picture is shaded anew for where it lies: from that side, as high as the card's (a near one: half high). */
export function lampForHere(lamp: SceneLamp, lampDeg: number): DistantLamp {
  const beside = { ...(lamp.ambient === undefined ? {} : { ambient: lamp.ambient }) };
  return { kind: 'distant', azimuthDeg: Math.round(lampDeg) % 360, heightDeg: lamp.kind === 'distant' ? lamp.heightDeg : 40, ...beside };
}
