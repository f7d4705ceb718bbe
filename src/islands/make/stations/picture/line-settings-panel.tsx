import { dequal } from 'dequal/lite';
import { useEffect, useState } from 'react';
import type { ColouredPicture } from '#model/coloured-picture';
import { type LineSettings, usualReading } from '#model/reading';
import { Button } from '#ui/controls/button.tsx';
import { Slider } from '#ui/controls/slider.tsx';
import { readingOf } from '#core/make/reading-key';
import type { DeskStore } from './desk-store';
import type { MakeStore } from '../../document/make-store';
import type { LiveReading } from '../../picture/use-reading';
import { Loupe } from './loupe';

type Props = { useMake: MakeStore; useDesk: DeskStore; reading: LiveReading; picture: ColouredPicture };

/** The control runs from fainter to bolder: to the right less is taken for line. */
const faintest = 0.15;
const boldest = 0.75;

const isUsual = (settings: LineSettings) => dequal(settings, usualReading.settings);

/** Which ink counts as line: fainter or bolder, how small a speck, how wide a break. */
export function LineSettingsPanel({ useMake, useDesk, reading, picture }: Props) {
  const edit = useMake(({ edit: own }) => own);
  const kept = readingOf(picture).settings;
  const [settings, setSettings] = useState<LineSettings>(kept);
  const keptKey = JSON.stringify(kept);
  // biome-ignore lint/correctness/useExhaustiveDependencies: an undo or another reading puts the controls back, nothing else does.
  useEffect(() => setSettings(kept), [keptKey]);
  const isChanged = JSON.stringify(settings) !== keptKey;
  const change = (part: Partial<LineSettings>) => setSettings((before) => ({ ...before, ...part }));

  return (
    <div className="grid gap-x-6 gap-y-4 xl:grid-cols-2">
      <Loupe useDesk={useDesk} reader={reading.reader} picture={picture} settings={settings} />
      <div className="space-y-4">
        <Slider
          label="Lines"
          ends={['fainter ones too', 'only bold ones']}
          value={settings.depthShare}
          least={faintest}
          most={boldest}
          step={0.01}
          words={`${Math.round((100 * (settings.depthShare - faintest)) / (boldest - faintest))} of 100`}
          onChange={(depthShare) => change({ depthShare })}
        />
        <Slider
          label="Specks left out"
          ends={['none', 'large ones']}
          value={settings.leastSpeckMm2}
          least={0}
          most={0.5}
          step={0.01}
          words={`under ${settings.leastSpeckMm2.toFixed(2)} mm²`}
          onChange={(leastSpeckMm2) => change({ leastSpeckMm2 })}
        />
        <Slider
          label="Breaks closed"
          ends={['none', '2 mm']}
          value={settings.maxGapMm}
          least={0}
          most={2}
          step={0.1}
          words={`up to ${settings.maxGapMm.toFixed(1)} mm`}
          onChange={(maxGapMm) => change({ maxGapMm })}
        />
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            checked={settings.readMarks}
            onChange={(event) => change({ readMarks: event.target.checked })}
            className="size-6 accent-accent"
          />
          Hatching and dots are marks: they divide no area
        </label>
      </div>
      <div className="flex flex-wrap gap-3">
        <Button
          weight="main"
          disabled={!isChanged}
          onClick={() =>
            edit(() => [
              { kind: 'patch', entity: 'picture', id: picture.id, fields: { lineSettings: isUsual(settings) ? null : settings } },
            ])
          }
        >
          Read the lines like this
        </Button>
        <Button onClick={() => setSettings(usualReading.settings)}>As usual</Button>
      </div>
      <p className="text-sm text-soft">What you mended is done again on the new lines; the areas keep their elements.</p>
    </div>
  );
}
