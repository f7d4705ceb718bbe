import { useState } from 'react';
import type { RackChange } from '#model/api/rack';
import type { Rack } from '#model/marker';
import { readyRules } from '#core/markers/code-rule';
import { Button } from '#ui/controls/button.tsx';
import { LineEditor } from './line-editor';

type Props = { rack: Rack; busy: boolean; onChange: (change: RackChange) => Promise<boolean> };

/** Lines of markers and how their codes are read, with a live table of the maker's own codes. */
export function LinesPanel({ rack, busy, onChange }: Props) {
  const [lineId, setLineId] = useState(rack.lines[0]?.id ?? '');
  const line = rack.lines.find(({ id }) => id === lineId);
  return (
    <section aria-labelledby="lines-heading" className="space-y-4">
      <h2 id="lines-heading" className="text-2xl">
        Lines and how their codes are read
      </h2>
      <p className="flex flex-wrap gap-2">
        {rack.lines.map(({ id, name }) => (
          <Button
            key={id}
            aria-pressed={id === lineId}
            className={id === lineId ? 'shadow-[inset_0_-4px_0_var(--color-ink)]' : ''}
            onClick={() => setLineId(id)}
          >
            {name}
          </Button>
        ))}
        <Button
          weight="main"
          onClick={() => {
            const id = crypto.randomUUID();
            const names = new Set(rack.lines.map(({ name }) => name));
            let number = 1;
            while (names.has(`My line ${number}`)) number++;
            void onChange({ lines: [{ id, name: `My line ${number}`, rule: { parts: [...readyRules.lettersGroupDepth.parts] } }] }).then(
              (kept) => kept && setLineId(id),
            );
          }}
        >
          New line
        </Button>
      </p>
      {line ? (
        <LineEditor key={line.id} line={line} rack={rack} busy={busy} onChange={onChange} />
      ) : (
        <p>No line yet: make one, then bring its markers in.</p>
      )}
    </section>
  );
}
