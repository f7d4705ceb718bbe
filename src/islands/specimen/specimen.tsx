import { type ReactNode, useState } from 'react';
import type { LampOver } from '#model/plan-source';
import type { Lab } from '#model/marker';
import { Button } from '#ui/controls/button.tsx';
import { BorderMarks } from '#ui/picture/border-marks.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import { DragChip } from '#ui/ladder/drag-chip.tsx';
import { Field } from '#ui/controls/field.tsx';
import { GlanceChart } from '#ui/ladder/glance-chart.tsx';
import { Ladder } from '#ui/ladder/ladder.tsx';
import { Lamp } from '#ui/lamp/lamp.tsx';
import { MiniRail } from '#ui/ladder/mini-rail.tsx';
import { ProblemNotice, ProgressNotice } from '#ui/words/notice.tsx';
import { ValueRail } from '#ui/ladder/value-rail.tsx';
import { Workline } from '#ui/workline.tsx';

const ink = (L: number, a: number, b: number): Lab => ({ L, a, b });
const rungs = [
  { code: '88k.lake', lab: ink(87, -15, -10) },
  { code: '62k.lake', lab: ink(67, -25, -22) },
  { code: '36k.lake', lab: ink(45, -20, -30) },
];
const close = [
  { code: '62.mist', lab: ink(71, -2, -6) },
  { code: '53.mist', lab: ink(70, -2, -6) },
  { code: '45.mist', lab: ink(69, -2, -6) },
  { code: '19m.bark', lab: ink(22, 9, 12) },
];
const bare = [{ code: 'dawn Fog' }, { code: 'noon Fog' }, { code: 'dusk Fog' }];

/** What the Groups station is made of. */
function OfGroups({ dark }: { dark: boolean }) {
  return (
    <Case title="Ladder that fades into bare paper, a chip to be dragged, borders that run together, shares by lightness" dark={dark}>
      <div className="bg-paper p-2">
        <Ladder rungs={rungs} height={240} keepsPaper />
      </div>
      <DragChip
        label="62d.fern: drag it"
        ghost={<DoubleChip code="62d.fern" lab={ink(71, -27, 36)} />}
        onDropAt={() => {}}
        onPress={() => {}}
      >
        <DoubleChip code="62d.fern" lab={ink(71, -27, 36)} />
      </DragChip>
      <div className="relative h-24 w-40 bg-wall">
        <BorderMarks
          width={160}
          height={96}
          borders={[
            {
              key: 'held',
              isHeld: true,
              places: [
                [0.2, 0.3],
                [0.3, 0.35],
                [0.4, 0.4],
              ],
            },
            {
              key: 'other',
              isHeld: false,
              places: [
                [0.6, 0.6],
                [0.7, 0.65],
                [0.8, 0.7],
              ],
            },
          ]}
        />
      </div>
      <div className="w-80">
        <GlanceChart
          colours={rungs.map(({ code, lab }, index) => ({ markerId: code, code, lab, share: [0.5, 0.3, 0.2][index] ?? 0, areaMm2: 100 }))}
        />
      </div>
    </Case>
  );
}

function Specimens({ dark }: { dark: boolean }) {
  const [lamp, setLamp] = useState<LampOver>({ kind: 'distant', azimuthDeg: 315, heightDeg: 40 });
  const [chosen, setChosen] = useState<string | null>('a');
  const [station, setStation] = useState<string>('one');
  return (
    <section aria-label={dark ? 'On dark card' : 'On light card'} className={`space-y-10 p-8 ${dark ? 'bg-[#3a3a3a]' : 'bg-bench'}`}>
      <Case title="Double chip: very light, middle, dark, without a colour" dark={dark}>
        <DoubleChip code="97.wool" lab={ink(96, 0, 4)} />
        <DoubleChip code="62d.fern" lab={ink(71, -27, 36)} />
        <DoubleChip code="19m.bark" lab={ink(22, 9, 12)} />
        <DoubleChip code="417" lab={undefined} />
      </Case>
      <Case title="Ladder: even, crowded with a wide step, without colours, one rung, cut below, without roles" dark={dark}>
        {[rungs, close, bare, rungs.slice(1, 2)].map((one) => (
          <div key={one.map(({ code }) => code).join()} className="bg-paper p-2">
            <Ladder rungs={one} height={240} />
          </div>
        ))}
        <div className="self-start bg-paper p-2">
          <Ladder rungs={rungs} height={240} cutBelow />
        </div>
        <div className="bg-paper p-2">
          <Ladder rungs={rungs} height={240} withRoles={false} />
        </div>
      </Case>
      <OfGroups dark={dark} />
      <Case title="Value rail: chosen with its rungs, long name, empty" dark={dark}>
        <div className="flex h-80 w-[40rem] max-w-full">
          <ValueRail
            columns={[
              { id: 'a', name: 'Scarf', rungs, warnings: [{ kind: 'wide', rung: 1, isStep: true, words: 'a wide step' }] },
              { id: 'b', name: 'Strap of the flying goggles', rungs: close, warnings: [] },
              { id: 'c', name: 'Left boot', rungs: [], warnings: [] },
            ]}
            chosenId={chosen}
            onChoose={setChosen}
            work={{ inHand: 1, onTake: () => {}, onMoveTo: () => {}, onKey: () => false }}
          />
        </div>
        <MiniRail ladders={[{ element: 'Scarf', rungs }]} />
      </Case>
      <Case title="Lamp: movable, only shown" dark={dark}>
        {[true, false].map((movable) => (
          <div key={String(movable)} className="relative m-12 h-48 w-64 bg-paper">
            <Lamp
              lamp={lamp}
              width={256}
              height={192}
              widthMm={64}
              onMove={movable ? setLamp : undefined}
              onSettle={movable ? setLamp : undefined}
            />
          </div>
        ))}
      </Case>
      <Case title="Workline" dark={dark}>
        <div className="w-full bg-wall">
          <Workline
            stations={[
              { id: 'one', name: 'Elements', open: '3 still white' },
              { id: 'two', name: 'Groups', open: 'all chosen' },
            ]}
            current={station}
            onGo={setStation}
          />
        </div>
      </Case>
      <Case title="Buttons, fields, notices" dark={dark}>
        <div className="grid w-full gap-4 bg-bench p-4 sm:grid-cols-2">
          <p className="flex flex-wrap gap-3">
            <Button weight="main">Set the lamp here</Button>
            <Button>Try again</Button>
            <Button weight="quiet">Put it down</Button>
            <Button weight="main" disabled>
              Start this make
            </Button>
            <Button disabled>Try again</Button>
          </p>
          <Field label="Codes" hint="For example 88k.lake, 62k.lake." code defaultValue="88k.lake" />
          <Field label="Codes with a problem" code defaultValue="53k.lake" problem="No marker 53k.lake in the rack." />
          <ProgressNotice words="Flooding the areas" share={0.4} />
          <ProblemNotice problem={{ code: 'x', message: 'The file is empty.', remedy: 'Choose another file.' }}>
            <Button>Choose a file</Button>
          </ProblemNotice>
        </div>
      </Case>
    </section>
  );
}

function Case({ title, dark, children }: { title: string; dark: boolean; children: ReactNode }) {
  return (
    <div>
      <h2 className={`mb-2 text-lg ${dark ? 'text-paper' : ''}`}>{title}</h2>
      <div className="flex flex-wrap gap-6">{children}</div>
    </div>
  );
}

/** Internal page: every component of src/ui in its states, on light and on dark card. */
export function Specimen() {
  return (
    <main>
      <h1 className="p-8 text-3xl">Specimen</h1>
      <Specimens dark={false} />
      <Specimens dark />
    </main>
  );
}
