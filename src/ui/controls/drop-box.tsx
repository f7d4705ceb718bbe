import { type DragEvent, type ReactNode, useState } from 'react';

type Props = { label: string; heading: string; onFiles: (files: File[]) => void; children: ReactNode };

/** A place on which files are dropped; what else can be done with them stands in it. */
export function DropBox({ label, heading, onFiles, children }: Props) {
  const [isOver, setIsOver] = useState(false);
  return (
    <section
      aria-label={label}
      onDragOver={(event: DragEvent) => {
        event.preventDefault();
        setIsOver(true);
      }}
      onDragLeave={() => setIsOver(false)}
      onDrop={(event: DragEvent) => {
        event.preventDefault();
        setIsOver(false);
        onFiles([...event.dataTransfer.files]);
      }}
      className={`space-y-3 border-4 border-dashed p-6 ${isOver ? 'border-accent bg-paper' : 'border-edge bg-bench'}`}
    >
      <p className="font-display text-xl font-semibold">{heading}</p>
      {children}
    </section>
  );
}
