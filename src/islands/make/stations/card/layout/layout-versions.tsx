import { mostLayouts } from '#model/card-layout';
import { counted } from '#core/make/counted';
import { Button } from '#ui/controls/button.tsx';
import { Choice } from '#ui/controls/choice.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import type { MakeStore } from '../../../document/make-store';
import type { Desk } from '../../station';
import type { CardDeskState } from '../card-desk';
import { chooseVersion, keepVersion, throwVersionAway } from './layout-acts';
import type { CardLook } from './use-card-look';

const none = 'none';

/** Layouts of a card, kept as versions: one in hand, another beside it. */
export function LayoutVersions({ useMake, useDesk, look }: { useMake: MakeStore; useDesk: Desk<CardDeskState>; look: CardLook }) {
  const edit = useMake((state) => state.edit);
  const { besideId, set } = useDesk();
  const { card, beside, layout } = look;
  const layouts = card.layouts ?? [layout];
  const others = layouts.filter(({ id }) => id !== layout.id);
  return (
    <section aria-label="Layouts" className="space-y-2">
      <h3 className="text-lg">{counted(layouts.length, 'layout')}</h3>
      <div className="flex flex-wrap items-center gap-2">
        {layouts.length > 1 && (
          <ChoiceButtons
            label="Layout in hand"
            choices={layouts.map(({ id, name }) => ({ id, name }))}
            chosen={layout.id}
            onChoose={(id) => {
              edit(chooseVersion(card.id, beside, id));
              set({ itemId: null, besideId: besideId === id ? layout.id : besideId });
            }}
          />
        )}
        <Button disabled={layouts.length >= mostLayouts} onClick={() => edit(keepVersion(card.id, beside, crypto.randomUUID()))}>
          Try another one from here
        </Button>
        {others.length > 0 && (
          <>
            <Choice
              label="Beside it"
              options={[{ value: none, name: 'no other' }, ...others.map(({ id, name }) => ({ value: id, name }))]}
              value={others.some(({ id }) => id === besideId) ? besideId : none}
              onChoose={(id) => set({ besideId: id === none ? null : id, view: 'front' })}
            />
            <Button weight="quiet" onClick={() => edit(throwVersionAway(card.id, beside, layout.id))}>
              Throw {layout.name} away
            </Button>
          </>
        )}
      </div>
    </section>
  );
}
