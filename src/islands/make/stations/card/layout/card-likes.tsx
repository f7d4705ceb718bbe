import { foamSorts, type LayoutLikes } from '#model/card-layout';
import type { Make } from '#model/make';
import { usualPostMm } from '#core/layout/finding';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import type { MakeStore } from '../../../document/make-store';
import { changePlan } from '../card-acts';

const foamNames: Record<(typeof foamSorts)[number], string> = { squares: 'squares of 5 mm', tape: 'tape of 12 mm' };

/** What the maker likes, and what the post takes: for all cards of this make. */
export function CardLikes({ useMake, make }: { useMake: MakeStore; make: Make }) {
  const edit = useMake((state) => state.edit);
  const likes = make.cardPlan?.likes ?? {};
  const change = (next: (likes: LayoutLikes) => LayoutLikes) =>
    edit(changePlan(({ likes: now = {}, ...plan }) => ({ ...plan, likes: next(now) })));
  return (
    <section aria-label="As you like it" className="flex flex-wrap items-end gap-3">
      <LengthField
        when="left"
        label="Too thick for the post from"
        className="w-52"
        mm={likes.postMm ?? usualPostMm}
        onMm={(mm) => mm !== null && mm >= 1 && mm <= 50 && change((own) => ({ ...own, postMm: mm }))}
      />
      <ChoiceButtons
        label="Foam"
        choices={foamSorts.map((id) => ({ id, name: foamNames[id] }))}
        chosen={likes.foam ?? 'squares'}
        onChoose={(foam) => change((own) => ({ ...own, foam }))}
      />
      <ToggleChip
        isOn={likes.likesOdd === true}
        onTurn={() => change(({ likesOdd, ...own }) => (likesOdd ? own : { ...own, likesOdd: true }))}
      >
        Accents in odd numbers
      </ToggleChip>
    </section>
  );
}
