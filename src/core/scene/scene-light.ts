import { directShare } from '#core/light/mixed-light';
import type { Lamp } from '#core/light/shade';
import type { CastGround } from './cast-shadow';
import type { FormFor } from './placed-form';
import { type LabelLight, lightStage, openFrames, type Stage } from './stage';

/** How much light a place of the picture loses to the illustrator's shade cues; null for a label on whose body none are drawn. */
export type PullOn = (label: number) => ((x: number, y: number) => number) | null;

/** The light on the labels of a map, larger = lighter: form, shadow and the pull of shade cues. */
export type SceneLight = {
  /** @param lamp a near one in px of the picture. */
  under: (lamp: Lamp) => (label: number) => LabelLight;
  /** Lets go of lamps that were not asked for since this was called last: the light on a body is as large as the body. */
  tidy: () => void;
};

type Map2 = { width: number; scale: 1 | 2 };

function pulled(light: (label: number) => LabelLight, pullOn: PullOn, lamp: Lamp, { width, scale }: Map2): (label: number) => LabelLight {
  const direct = directShare(lamp);
  return (label) => {
    const own = light(label);
    const pull = pullOn(label);
    if (!pull) return own;
    return {
      at: (x, y) => own.at(x, y) - direct * pull(x * scale, y * scale),
      add: (values, pixels) => {
        own.add(values, pixels);
        for (let i = 0; i < pixels.length; i++) {
          values[i]! -= direct * pull((pixels[i]! % width) * scale, Math.floor(pixels[i]! / width) * scale);
        }
      },
    };
  };
}

/** The light of a scene under any lamp; under each one the bodies are lit once. @param map its width, and px of the picture along one px of it. */
export function sceneLight(stage: Stage, cast: CastGround, formFor: FormFor, pullOn: PullOn, map: Map2): SceneLight {
  const lit = new Map<string, (label: number) => LabelLight>();
  const frames = map.scale === 2 ? openFrames(stage, formFor, map.width) : null;
  const asked = new Set<string>();
  return {
    under: (lamp) => {
      const words = JSON.stringify(lamp);
      asked.add(words);
      const known = lit.get(words);
      if (known) return known;
      const plain = lightStage(stage, cast, lamp, { mapWidth: map.width, scale: map.scale }, formFor, frames);
      const made = pulled(plain, pullOn, lamp, map);
      lit.set(words, made);
      return made;
    },
    tidy: () => {
      for (const words of lit.keys()) if (!asked.has(words)) lit.delete(words);
      asked.clear();
    },
  };
}
