import { ArrowDown, Sun } from 'lucide-react';
import type { DistantLamp, SceneLamp } from '#model/lamp';
import type { ColouredPicture } from '#model/coloured-picture';
import { usualCuesPull } from '#core/light/cues-pull';
import { Choice } from '#ui/controls/choice.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { sideWords } from '#core/light/lamp-words';
import { leastNearMm, lowestDeg, mostNearMm } from '#ui/lamp/lamp-place.ts';
import { Slider } from '#ui/controls/slider.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import { pulledByCues, turnOwnLamp } from './light-acts';
import type { LightDesk } from './light-desk';
import type { MakeStore } from '../../document/make-store';
import { lampPlaces } from './lamp-places';
import { TriedSlider } from './tried-slider';
import { nameOfColouring } from '#core/make/coloured';

type Props = {
  useMake: MakeStore;
  useLight: LightDesk;
  picture: ColouredPicture;
  lamp: SceneLamp;
  hasMarks: boolean;
  /** Told while a slider moves: an edit only when it settles. */
  onMove: (lamp: SceneLamp) => void;
  onSettle: (lamp: SceneLamp) => void;
};

/** A near lamp hangs so high when it is first lit: over a figure's front. */
const usualNearMm = 25;
const mostAmbient = 0.6;
const mostFill = 0.3;

const lampKinds = [
  { id: 'distant', name: 'Far lamp, like the sun' },
  { id: 'near', name: 'Near lamp, like a lantern' },
] as const;

/** Lights the other kind of lamp: about where the one before shone from. */
function otherKind(lamp: SceneLamp, picture: ColouredPicture): SceneLamp {
  const { ambient, fill } = lamp;
  const beside = { ...(ambient === undefined ? {} : { ambient }), ...(fill ? { fill } : {}) };
  const [middleX, middleY] = [picture.widthMm / 2, picture.heightMm / 2];
  if (lamp.kind === 'near') {
    const azimuthDeg = Math.round((Math.atan2(lamp.xMm - middleX, middleY - lamp.yMm) * 180) / Math.PI + 360) % 360;
    return { kind: 'distant', azimuthDeg, heightDeg: 40, ...beside };
  }
  const side = (lamp.azimuthDeg * Math.PI) / 180;
  return {
    kind: 'near',
    pictureId: picture.id,
    xMm: Math.round(middleX * (1 + 0.6 * Math.sin(side))),
    yMm: Math.round(middleY * (1 - 0.6 * Math.cos(side))),
    heightMm: usualNearMm,
    ...beside,
  };
}

/** Where the lamp stands, and what light there is beside it. */
export function LampPanel({ useMake, useLight, picture, lamp, hasMarks, onMove, onSettle }: Props) {
  const ambient = lamp.ambient ?? 0;
  return (
    <div className="space-y-4">
      <ChoiceButtons
        label="Kind of lamp"
        choices={lampKinds}
        chosen={lamp.kind}
        onChoose={(kind) => lamp.kind !== kind && onSettle(otherKind(lamp, picture))}
      />
      {lamp.kind === 'distant' ? (
        <FarLamp lamp={lamp} onMove={onMove} onSettle={onSettle} />
      ) : (
        <>
          <p>
            Move the lamp over the picture or beside it. With the keyboard: arrows, with Shift in small steps; page up and down for its
            height.
          </p>
          <Slider
            label="Height above the paper"
            ends={['low, close to the paper', 'high']}
            value={Math.min(mostNearMm, lamp.heightMm)}
            least={leastNearMm}
            most={mostNearMm}
            step={1}
            words={`${Math.round(lamp.heightMm)} mm`}
            onChange={(heightMm) => onMove({ ...lamp, heightMm })}
            onSettle={(heightMm) => onSettle({ ...lamp, heightMm })}
          />
        </>
      )}
      <Slider
        label="Light from all round"
        ends={['none: deep shadows', 'much: soft']}
        value={ambient}
        least={0}
        most={mostAmbient}
        step={0.05}
        words={`${Math.round(100 * ambient)} %`}
        onChange={(share) => onMove({ ...lamp, ambient: share })}
        onSettle={(share) => onSettle({ ...lamp, ambient: share })}
      />
      <Fill lamp={lamp} onMove={onMove} onSettle={onSettle} />
      {picture.colourings.length > 1 && (
        <ToggleChip
          isOn={picture.colouring.lamp !== undefined}
          onTurn={() => useMake.getState().edit(turnOwnLamp(nameOfColouring(picture)))}
        >
          This colouring has a lamp of its own
        </ToggleChip>
      )}
      {hasMarks && (
        <TriedSlider
          {...{ useMake, useLight }}
          label="Hatching and dots draw the dark to them"
          ends={['not at all', 'strongly']}
          value={picture.colouring.cuesPull ?? usualCuesPull}
          least={0}
          most={1}
          step={0.1}
          words={(share) => `${Math.round(100 * share)} %`}
          change={(share) => pulledByCues(nameOfColouring(picture), share)}
        />
      )}
    </div>
  );
}

type FarProps = { lamp: DistantLamp } & Pick<Props, 'onMove' | 'onSettle'>;

function FarLamp({ lamp, onMove, onSettle }: FarProps) {
  return (
    <div className="flex flex-wrap items-start gap-x-6 gap-y-3">
      <fieldset>
        <legend className="font-semibold">Set the lamp here</legend>
        <div className="mt-1 grid w-max grid-cols-3 gap-1 bg-paper p-1">
          {lampPlaces.map(({ words, azimuthDeg, heightDeg }) => {
            const isHere = lamp.azimuthDeg === azimuthDeg && lamp.heightDeg === heightDeg;
            return (
              <button
                key={words}
                type="button"
                aria-label={words}
                title={words}
                aria-pressed={isHere}
                className={`grid size-12 place-items-center ${isHere ? 'bg-ink text-paper' : 'bg-bench hover:bg-wall'}`}
                onClick={() => onSettle({ ...lamp, azimuthDeg, heightDeg })}
              >
                {heightDeg > 80 ? (
                  <Sun size={20} aria-hidden="true" />
                ) : (
                  // The arrow goes the way of the light: from its place towards the middle.
                  <ArrowDown size={20} aria-hidden="true" style={{ rotate: `${azimuthDeg}deg` }} />
                )}
              </button>
            );
          })}
        </div>
      </fieldset>
      <div className="min-w-48 flex-1 space-y-2">
        <p>
          Or move the lamp round the picture for its side, into it for its height. With the keyboard: arrows, with Shift in small steps.
        </p>
        <Slider
          label="Height"
          ends={['grazing', 'straight above']}
          value={lamp.heightDeg}
          least={lowestDeg}
          most={90}
          step={1}
          words={`${Math.round(lamp.heightDeg)}°`}
          onChange={(heightDeg) => onMove({ ...lamp, heightDeg })}
          onSettle={(heightDeg) => onSettle({ ...lamp, heightDeg })}
        />
      </div>
    </div>
  );
}

/** A weak light from another side, which keeps the far side from going dead. */
function Fill({ lamp, onMove, onSettle }: Pick<Props, 'lamp' | 'onMove' | 'onSettle'>) {
  const share = lamp.fill?.share ?? 0;
  const facing = lamp.kind === 'distant' ? (lamp.azimuthDeg + 180) % 360 : 180;
  const azimuthDeg = lamp.fill?.azimuthDeg ?? facing;
  const filled = (change: { share?: number; azimuthDeg?: number }): SceneLamp => {
    const { fill: _, ...rest } = lamp;
    const fill = { share, azimuthDeg, ...change };
    return fill.share > 0 ? { ...rest, fill } : rest;
  };
  return (
    <div>
      <Slider
        label="Weak second light"
        ends={['none', 'a third']}
        value={share}
        least={0}
        most={mostFill}
        step={0.05}
        words={share > 0 ? `${Math.round(100 * share)} % from ${sideWords(azimuthDeg)}` : 'none'}
        onChange={(next) => onMove(filled({ share: next }))}
        onSettle={(next) => onSettle(filled({ share: next }))}
      />
      {share > 0 && (
        <Choice
          label="It comes from"
          className="mt-1"
          options={Array.from({ length: 8 }, (_, side) => ({ value: side, name: sideWords(45 * side) }))}
          value={Math.round(azimuthDeg / 45) % 8}
          onChoose={(side) => onSettle(filled({ azimuthDeg: 45 * side }))}
        />
      )}
    </div>
  );
}
