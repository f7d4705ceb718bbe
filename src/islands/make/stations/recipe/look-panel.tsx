import { useMemo, useState } from 'react';
import type { ColouredPicture } from '#model/coloured-picture';
import { agreementOf, type Agreement } from '#core/look/agreement';
import { usualPaper } from '#core/swatch/usual-paper';
import type { PictureRecipe } from '#core/technique/recipe';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { Button } from '#ui/controls/button.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import type { MakeStore, ShownRack } from '../../document/make-store';
import { savePhotograph, savePicture, type Shown } from './save-picture';
import { readOnWords } from '../read-on-words';

type Props = {
  picture: ColouredPicture;
  recipe: PictureRecipe;
  rack: ShownRack;
  useMake: MakeStore;
  /** Null: it is not whole yet. */
  shownNow: Shown | null;
};

/** How far one can trust it, in words. */
function trustWords(agreement: Agreement, paper: string | undefined): string {
  const { twoCoats } = agreement;
  const coats = twoCoats
    ? ` Second coats computed from the first alone lie ${twoCoats.meanDeltaE.toFixed(1)} CIEDE2000 from the ${twoCoats.count} that you measured.`
    : ' No second coat was measured: how the inks deepen is from memory.';
  return readOnWords(agreement, paper) + coats;
}

/** What the picture shows: its bands, or what it is expected to look like with these marks on this paper. */
export function LookPanel({ picture, recipe, rack, useMake, shownNow }: Props) {
  const shown = useMake((state) => state.shownLook);
  const { showLook } = useMake.getState();
  const [problem, setProblem] = useState<string | null>(null);
  const save = (saving: Promise<void>) =>
    saving.then(
      () => setProblem(null),
      (error: unknown) => setProblem(problemToShow(error).message),
    );
  const { paper } = picture.colouring;
  const isLook = shown !== 'bands';
  const used = useMemo(() => new Set(recipe.markers.map(({ markerId }) => markerId)), [recipe.markers]);
  return (
    <div className="space-y-2" data-look={shown}>
      <ChoiceButtons
        label="The picture shows"
        choices={[
          { id: 'bands', name: 'Its bands' },
          { id: 'dry', name: 'Expected, dry' },
          { id: 'wet', name: 'Fresh and wet' },
        ]}
        chosen={shown}
        onChoose={showLook}
      />
      {isLook && (
        <div className="space-y-2 border-l-8 border-ink bg-paper px-4 py-2 text-sm">
          <p>
            This is what is expected, no promise: hand, nib and weather have their say.{' '}
            {trustWords(
              agreementOf(
                rack.markers.filter(({ id }) => used.has(id)),
                paper,
                usualPaper,
              ),
              paper,
            )}
          </p>
          <p className="flex flex-wrap gap-2">
            <Button className="text-sm" disabled={shownNow === null} onClick={() => shownNow && void save(savePicture(shownNow))}>
              Save it as a picture
            </Button>
            <Button
              weight="quiet"
              className="text-sm"
              disabled={shownNow === null}
              onClick={() => shownNow && void save(savePhotograph(shownNow))}
            >
              As if photographed
            </Button>
          </p>
          {problem && <p role="alert">{problem}</p>}
        </div>
      )}
    </div>
  );
}
