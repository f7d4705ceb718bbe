import type { ReactNode } from 'react';
import { Button } from './button';

type Props = {
  label: string;
  /** What it does, told when it is pointed at. */
  title: string;
  isOn: boolean;
  onTurn: (isOn: boolean) => void;
  /** Its icon. */
  children: ReactNode;
};

/** Turns one way of seeing the picture on and off, beside it; dark while it is on. */
export function PictureToggle({ label, title, isOn, onTurn, children }: Props) {
  return (
    <Button
      weight="quiet"
      className={`size-11 no-underline ${isOn ? 'bg-ink !text-paper' : ''}`}
      aria-pressed={isOn}
      aria-label={label}
      title={title}
      onClick={() => onTurn(!isOn)}
    >
      {children}
    </Button>
  );
}
