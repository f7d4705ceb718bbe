import { fetchRack } from '#islands/shared/rack-fetched.ts';
import { useFetched } from '#islands/shared/use-fetched.ts';
import { Choice } from '#ui/controls/choice.tsx';

/** No family is asked for. */
const anyFamily = 'any family';

/** A family of markers; empty: any. */
export function FamilyChoice({ family, onFamily }: { family: string; onFamily: (family: string) => void }) {
  const rack = useFetched('rack', fetchRack);
  const families = [...new Set((rack.data?.markers ?? []).flatMap((marker) => marker.family ?? []))].sort();
  return (
    <Choice
      label="Family"
      labelAt="above"
      className="w-40"
      options={[{ value: anyFamily, name: 'Any' }, ...families.map((one) => ({ value: one, name: one }))]}
      value={family === '' ? anyFamily : family}
      onChoose={(chosen) => onFamily(chosen === anyFamily ? '' : chosen)}
    />
  );
}
