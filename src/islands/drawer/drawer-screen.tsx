import { type ReactNode, useEffect, useState } from 'react';
import type { DrawerItem, DrawerKind } from '#model/drawer';
import { counted } from '#core/make/counted';
import { PageOfKept } from '#islands/shared/page-of-kept.tsx';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { asPage } from '#ui/words/error-boundary.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import { AddDie } from './add-die';
import { AddMachine } from './add-machine';
import { AddStamp } from './add-stamp';
import { AddWords } from './add-words';
import { DrawerThing } from './drawer-thing';

const trays: readonly { kind: DrawerKind; heading: string; empty: string }[] = [
  { kind: 'stamp', heading: 'Stamps', empty: 'No stamp lies here yet. Bring in its line image: a scan of a clean impression does.' },
  { kind: 'die', heading: 'Dies', empty: 'No die lies here yet. Give its size if it is a plain shape, or its outline as SVG in mm.' },
  { kind: 'words', heading: 'Words', empty: 'No sentiment lies here yet. Its words and its size are enough.' },
  {
    kind: 'machine',
    heading: 'What stamps and cuts',
    empty: 'Say how large the plate of the die machine is and the platform of the stamps.',
  },
];
const ways: Record<DrawerKind, { name: string; form: (props: { onDone: () => void }) => ReactNode }> = {
  stamp: { name: 'A stamp', form: AddStamp },
  die: { name: 'A die', form: AddDie },
  words: { name: 'Words', form: AddWords },
  machine: { name: 'A machine', form: AddMachine },
};
const choices = trays.map(({ kind }) => ({ id: kind, name: ways[kind].name }));

/** Stamps, dies, words and machines of the maker, drawn at one scale, as they lie in a flat drawer. */
function DrawerScreenWhole() {
  const { drawer, problem, load } = useDrawer();
  const [adds, setAdds] = useState<DrawerKind | null>(null);
  const [openId, setOpenId] = useState<string | null>(null);
  useEffect(() => {
    void load();
  }, [load]);
  const Form = adds && ways[adds].form;
  return (
    <PageOfKept back={{ href: '/', name: 'Table' }} heading="Drawer" problem={problem} onAgain={() => void load()}>
      <main className="space-y-6">
        <section className="space-y-3 bg-paper p-4" aria-label="Into the drawer">
          <div className="flex flex-wrap items-center gap-3">
            <strong>Into the drawer:</strong>
            <ChoiceButtons
              label="Into the drawer"
              choices={choices}
              chosen={adds}
              onChoose={(kind) => setAdds(adds === kind ? null : kind)}
            />
          </div>
          {Form && <Form onDone={() => setAdds(null)} />}
        </section>
        {drawer && drawer.unreadable.length > 0 && (
          <ProblemNotice
            problem={{
              code: 'unreadable-rows',
              message: `Kept, and cannot be read: ${drawer.unreadable.slice(0, 12).join(', ')}.`,
              remedy: 'They are left as they are, and hide nothing else.',
            }}
          />
        )}
        {drawer &&
          trays.map(({ kind, heading, empty }) => {
            const own = drawer.items.filter((item) => item.kind === kind);
            return (
              <section key={kind} aria-labelledby={`tray-${kind}`} data-tray={kind}>
                <h2 id={`tray-${kind}`} className="flex items-baseline gap-3 border-b-2 border-ink text-2xl">
                  {heading}
                  <span className="text-base font-normal text-soft">{own.length > 0 && own.length}</span>
                </h2>
                {own.length === 0 && <p className="max-w-prose py-3 text-soft">{empty}</p>}
                {inSets(own).map(({ set, items }) => (
                  <div key={set} className="pt-3">
                    {set !== '' && (
                      <h3 className="text-base">
                        {set}, {counted(items.length, 'piece')}
                      </h3>
                    )}
                    <ul className="flex flex-wrap items-end gap-4">
                      {items.map((item) => (
                        <li key={item.id}>
                          <DrawerThing
                            item={item}
                            isOpen={openId === item.id}
                            onOpen={() => setOpenId(openId === item.id ? null : item.id)}
                          />
                        </li>
                      ))}
                    </ul>
                  </div>
                ))}
              </section>
            );
          })}
      </main>
    </PageOfKept>
  );
}

/** By their sets, those of none first. */
function inSets(items: readonly DrawerItem[]): { set: string; items: DrawerItem[] }[] {
  const sets = [...new Set(items.map(({ set = '' }) => set))].sort();
  return sets.map((set) => ({ set, items: items.filter((item) => (item.set ?? '') === set) }));
}

export const DrawerScreen = asPage('the drawer', DrawerScreenWhole);
