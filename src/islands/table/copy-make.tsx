import { useState } from 'react';
import * as z from 'zod/mini';
import type { Problem } from '#model/api/problem';
import { idSchema } from '#model/id';
import { mostMakeName } from '#model/make';
import { freshName } from '#core/make/fresh-name';
import { call, jsonPost, problemToShow } from '#islands/shared/server-calls.ts';
import { Button } from '#ui/controls/button.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';

/** Copies a make with its pictures, elements and ladders, to be changed without touching the first. */
export function CopyMake({ make, onCopied }: { make: { id: string; name: string }; onCopied: () => void }) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);
  const copy = async () => {
    setBusy(true);
    setProblem(null);
    try {
      const wished = { id: crypto.randomUUID(), name: freshName(make.name, [], { most: mostMakeName, from: 2 }) };
      await call(z.object({ id: idSchema }), `/api/makes/${make.id}/copies`, jsonPost(wished));
      onCopied();
    } catch (error) {
      setProblem(problemToShow(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <Button weight="quiet" className="text-sm" disabled={busy} aria-label={`Copy ${make.name}`} onClick={() => void copy()}>
        Copy
      </Button>
      {problem && <ProblemNotice problem={problem} />}
    </>
  );
}
