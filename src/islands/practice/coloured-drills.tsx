import { useMemo, useState } from 'react';
import { counted } from '#core/make/counted';
import type { InkedMarker } from '#core/practice/order-by-ink';
import { askOverlooked, isFoundBy, scoreOverlooked } from '#core/practice/overlooked';
import { placeInks } from '#core/practice/place-inks';
import type { Told } from '#core/practice/told';
import { askWrongLight, scoreWrongLight } from '#core/practice/wrong-light';
import { paintBands } from '#core/scene/paint-bands';
import type { KeptBandMap } from '#core/recipe/kept-band-map';
import type { PictureDrillProps } from './dark-drill';
import { DrillFrame } from './drill-frame';
import { DrillPicture, LampSign, PictureComing } from './drill-picture';
import { drillTexts } from './drill-texts';
import type { LitMap } from './lit-map';
import { useLitMap } from './use-lit-map';

type Props = PictureDrillProps & { families: readonly (readonly InkedMarker[])[] };

/** Things that are left out of a picture at once. */
const leftAtOnce = 3;
/** Paper that nothing is planned on, 0 to 255. */
const onPurposeLevel = 214;
/** Radius of a tap's ring, in shares of the map's width. */
const tapShare = 0.02;

/** A map in inks of the rack, a family a place. */
function inRackInks({ widthPx, heightPx, owners, bands }: KeptBandMap, inks: ReturnType<typeof placeInks>) {
  return paintBands({ width: widthPx, height: heightPx, scale: 1, elements: owners, bands }, inks);
}

/** Inks for all places of a picture, the same as long as it is looked at. */
function useInks(map: KeptBandMap | undefined, places: number, { families, random }: Pick<Props, 'families' | 'random'>) {
  return useMemo(() => {
    if (!map) return [];
    let most = 1;
    for (const band of map.bands) most = Math.max(most, band);
    return placeInks(families, places, most, random);
  }, [map, places, families, random]);
}

const canBeOverlooked = ({ maps: [map] }: LitMap) => map !== undefined && askOverlooked(map, leftAtOnce, Math.random) !== null;
const showsSides = ({ maps: [map, opposite] }: LitMap) =>
  map !== undefined && opposite !== undefined && askWrongLight(map, opposite, Math.random) !== null;

/** A coloured picture in which some things are left white: the maker taps them. */
export function OverlookedDrill({ pictures, families, random, onTold, onAgain, onLeave }: Props) {
  const { lit, isThere, problem } = useLitMap(pictures, random, { suits: canBeOverlooked });
  const map = lit?.maps[0];
  const asked = useMemo(() => (map ? askOverlooked(map, leftAtOnce, random) : null), [map, random]);
  const inks = useInks(map, lit?.names.length ?? 0, { families, random });
  const painted = useMemo(() => {
    if (!asked || !map) return null;
    const rgba = inRackInks(asked.map, inks);
    // Paper that stays bare on purpose is grey, so that white is what was left out.
    for (let at = 0; at < map.bands.length; at++) {
      if (map.bands[at] !== 0 && map.owners[at] !== 0) continue;
      rgba.fill(onPurposeLevel, 4 * at, 4 * at + 3);
      rgba[4 * at + 3] = 255;
    }
    return rgba;
  }, [asked, map, inks]);
  const [taps, setTaps] = useState<readonly (readonly [number, number])[]>([]);
  const [told, setTold] = useState<Told | null>(null);
  const count = asked?.left.length ?? leftAtOnce;
  const rings = useMemo(() => {
    if (!asked) return [];
    const radius = tapShare * asked.map.widthPx;
    const tapped = taps.map(([x, y]) => ({ x, y, radius }));
    // Told: what was missed is ringed thickly.
    const missed = asked.left.filter((own) => !taps.some(([x, y]) => isFoundBy(own, asked.map, x, y)));
    const middles = missed.map(({ pixels }) => {
      const at = pixels[Math.floor(pixels.length / 2)] ?? 0;
      return { x: at % asked.map.widthPx, y: Math.floor(at / asked.map.widthPx), radius: 2 * radius, isThick: true };
    });
    return told ? [...tapped, ...middles] : tapped;
  }, [asked, taps, told]);
  const tell = () => {
    if (!asked || !lit) return;
    const own = scoreOverlooked(asked, taps, (place) => lit.names[place - 1] ?? 'a part');
    setTold(own);
    onTold(own);
  };
  return (
    <DrillFrame
      ask={
        asked
          ? `${counted(count, 'thing')} ${count === 1 ? 'is' : 'are'} left white here. Tap ${count === 1 ? 'it' : 'them'}.`
          : drillTexts.overlooked.ask
      }
      told={told}
      isAnswered={asked !== null && taps.length === count}
      onTell={tell}
      onAgain={onAgain}
      onLeave={onLeave}
    >
      <PictureComing {...{ isThere, problem }} isLit={lit !== null} />
      {map && !asked && <p>Your pictures have no parts in which something could be overlooked. Gather their elements, and it is here.</p>}
      {lit && painted && (
        <div
          className="flex flex-wrap items-start gap-4"
          data-left={JSON.stringify(asked?.left.map(({ pixels }) => middleOf(pixels, asked.map)))}
        >
          <DrillPicture
            {...{ lit, painted, rings }}
            label="The coloured picture: tap what is left white; arrow keys move the ring, space taps"
            reachShare={tapShare}
            // One tap more takes the place of the first.
            onPoint={(x, y) => !told && setTaps((now) => [...now, [x, y] as const].slice(-count))}
            pointed={taps.length}
          />
          <div className="max-w-64 space-y-2">
            <p>
              {taps.length} of {count} tapped. {told && 'Thick rings: what escaped you.'}
            </p>
            <p className="text-sm text-soft">Grey is paper on purpose; white was forgotten.</p>
          </div>
        </div>
      )}
    </DrillFrame>
  );
}

/** Middle px of some, in shares of a map's sides. */
function middleOf(pixels: readonly number[], { widthPx, heightPx }: KeptBandMap): [number, number] {
  const at = pixels[Math.floor(pixels.length / 2)] ?? 0;
  return [((at % widthPx) + 0.5) / widthPx, (Math.floor(at / widthPx) + 0.5) / heightPx];
}

/** A coloured picture of which one part is lit from the other side: the maker taps it. */
export function WrongLightDrill({ pictures, families, random, onTold, onAgain, onLeave }: Props) {
  const { lamp, lit, isThere, problem } = useLitMap(pictures, random, { withOpposite: true, suits: showsSides });
  const [map, opposite] = lit?.maps ?? [];
  const asked = useMemo(() => (map && opposite ? askWrongLight(map, opposite, random) : null), [map, opposite, random]);
  const inks = useInks(map, lit?.names.length ?? 0, { families, random });
  const painted = useMemo(() => asked && inRackInks(asked.map, inks), [asked, inks]);
  const [tap, setTap] = useState<{ x: number; y: number; place: number } | null>(null);
  const [told, setTold] = useState<Told | null>(null);
  const nameOf = (place: number) => lit?.names[place - 1] ?? 'a part';
  const rings = useMemo(() => (tap && map ? [{ x: tap.x, y: tap.y, radius: tapShare * map.widthPx, isThick: true }] : []), [tap, map]);
  const point = (x: number, y: number) => {
    if (!map || told) return;
    const place = map.owners[Math.floor(y) * map.widthPx + Math.floor(x)] ?? 0;
    if (place > 0) setTap({ x, y, place });
  };
  const tell = () => {
    if (!asked || !tap) return;
    const own = scoreWrongLight(asked, tap.place, nameOf);
    setTold(own);
    onTold(own);
  };
  return (
    <DrillFrame ask={drillTexts['wrong-light'].ask} told={told} isAnswered={tap !== null} onTell={tell} onAgain={onAgain} onLeave={onLeave}>
      <PictureComing {...{ isThere, problem }} isLit={lit !== null} />
      {map && !asked && <p>Too few parts of your pictures show a side. Gather their elements, and it is here.</p>}
      {lit && painted && asked && map && (
        <div className="flex flex-wrap items-start gap-4" data-wrong={JSON.stringify(middleOf(pixelsOf(map, asked.wrong), map))}>
          <DrillPicture
            {...{ lit, painted, rings }}
            label="The coloured picture: tap the part that is lit from the wrong side; arrow keys move the ring, space taps"
            reachShare={tapShare}
            onPoint={point}
            pointed={tap ? 1 : 0}
          />
          <div className="space-y-2">
            <LampSign lamp={lamp} />
            {tap && <p>You say: {nameOf(tap.place)}.</p>}
          </div>
        </div>
      )}
    </DrillFrame>
  );
}

const pixelsOf = ({ owners }: KeptBandMap, place: number): number[] => [...owners.keys()].filter((at) => owners[at] === place);
