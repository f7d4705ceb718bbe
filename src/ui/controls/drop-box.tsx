import { type DragEvent, type ReactNode, useState } from 'react';

type Props = {
  label: string;
  heading?: string;
  onFiles: (files: File[]) => void;
  /** How what stands in it is laid out. */
  className?: string;
  /** Whether something lies on it already. */
  isTaken?: boolean;
  children: ReactNode;
};

/** A place on which files are dropped; what else can be done with them stands in it. */
export function DropBox({ label, heading, onFiles, className = 'space-y-3', isTaken = false, children }: Props) {
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
      className={`border-4 border-dashed p-6 ${isOver ? 'border-accent' : 'border-edge'} ${isOver || isTaken ? 'bg-paper' : 'bg-bench'} ${className}`}
    >
      {heading && <p className="font-display text-xl font-semibold">{heading}</p>}
      {children}
    </section>
  );
}
