import { buttonLook } from './button';

type Props = {
  label: string;
  /** Endings of the files that are offered: ".csv,.json". */
  accept: string;
  onFile: (file: File) => void;
  /** Default plain. */
  weight?: 'plain' | 'quiet';
};

/** Opens the choice of a file; the same file may be chosen again. */
export function FileButton({ label, accept, onFile, weight = 'plain' }: Props) {
  return (
    <label
      className={`${buttonLook(weight)} min-h-11 cursor-pointer focus-within:outline-3 focus-within:outline-offset-2 focus-within:outline-accent`}
    >
      {label}
      <input
        type="file"
        aria-label={label}
        accept={accept}
        className="sr-only"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onFile(file);
          event.target.value = '';
        }}
      />
    </label>
  );
}
