import { useState } from 'react';
import type { RecipeNotesChange } from '#model/api/recipes';
import type { RecipeNotes } from '#model/kept-recipe';
import { changeNotes } from '#islands/shared/recipe-calls.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { today } from '#islands/shared/today.ts';
import { usePhoto } from '#islands/shared/use-photo.ts';
import type { Problem } from '#model/api/problem';
import { Button } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import { FileButton } from '#ui/controls/file-button.tsx';
import { TextArea } from '#ui/controls/text-area.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';

type Props = { id: string; notes: RecipeNotes; usualName: string; onChanged: () => void };

const listed = (text: string, parter: RegExp): string[] =>
  [...new Set(text.split(parter).map((one) => one.trim()))].filter((one) => one !== '');
const orNull = <T extends string | readonly unknown[]>(value: T): T | null => (value.length === 0 ? null : value);

/** What the maker writes beside a kept recipe; kept when a line is left. */
export function NotesPanel({ id, notes, usualName, onChanged }: Props) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const [said, setSaid] = useState('');
  const { said: photoSaid, keepPhoto } = usePhoto();
  const change = async (fields: RecipeNotesChange, words: string) => {
    setProblem(null);
    try {
      await changeNotes(id, fields);
      setSaid(words);
      onChanged();
    } catch (error) {
      setProblem(problemToShow(error));
    }
  };
  const bringPhoto = async (file: File) => {
    setProblem(null);
    const photo = await keepPhoto(file);
    if (photo) await change({ photo, ...(notes.doneOn ? {} : { doneOn: today() }) }, '');
  };
  return (
    <section aria-label="Notes" className="space-y-3">
      <p className="flex flex-wrap items-center gap-3">
        <ToggleChip isOn={notes.isFavourite ?? false} onTurn={() => void change({ isFavourite: notes.isFavourite ? null : true }, 'Kept.')}>
          ★ Favourite
        </ToggleChip>
        <FileButton
          label={notes.photo ? 'Another photo of it' : 'A photo of the finished piece'}
          accept="image/*"
          onFile={(file) => void bringPhoto(file)}
        />
        {notes.photo && (
          <Button weight="quiet" onClick={() => void change({ photo: null }, 'The photo is taken out.')}>
            Take the photo out
          </Button>
        )}
        <span role="status" className="text-sm text-soft">
          {said || photoSaid}
        </span>
      </p>
      {problem && <ProblemNotice problem={problem} />}
      <div className="grid gap-3 sm:grid-cols-2">
        <Field
          key={`name ${notes.name}`}
          label="Name"
          defaultValue={notes.name ?? ''}
          placeholder={usualName}
          maxLength={80}
          onBlur={({ target: { value } }) => value.trim() !== (notes.name ?? '') && void change({ name: orNull(value.trim()) }, 'Kept.')}
        />
        <Field
          key={`done ${notes.doneOn}`}
          label="Coloured on"
          type="date"
          defaultValue={notes.doneOn ?? ''}
          onBlur={({ target: { value } }) => value !== (notes.doneOn ?? '') && void change({ doneOn: orNull(value) }, 'Kept.')}
        />
        <Field
          key={`tags ${notes.tags?.join()}`}
          label="Tags, with commas"
          defaultValue={(notes.tags ?? []).join(', ')}
          onBlur={({ target: { value } }) => {
            const tags = listed(value, /[,\n]/);
            if (tags.join() !== (notes.tags ?? []).join()) void change({ tags: orNull(tags) }, 'Kept.');
          }}
        />
      </div>
      <TextArea
        key={`note ${notes.note}`}
        label="Notes"
        defaultValue={notes.note ?? ''}
        onBlur={({ target: { value } }) => value.trim() !== (notes.note ?? '') && void change({ note: orNull(value.trim()) }, 'Kept.')}
      />
      <TextArea
        key={`next ${notes.nextTime?.join()}`}
        label="Next time (a wish a line: they show up where you colour it again)"
        defaultValue={(notes.nextTime ?? []).join('\n')}
        onBlur={({ target: { value } }) => {
          const wishes = listed(value, /\n/);
          if (wishes.join('\n') !== (notes.nextTime ?? []).join('\n')) void change({ nextTime: orNull(wishes) }, 'Kept.');
        }}
      />
    </section>
  );
}
