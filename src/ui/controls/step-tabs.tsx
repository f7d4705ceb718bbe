import { Tabs } from 'radix-ui';
import type { ReactNode } from 'react';

type Props<Id extends string> = {
  label: string;
  steps: readonly { id: Id; name: string; open?: string | undefined }[];
  current: Id;
  onGo: (id: Id) => void;
  /** What stands under takes all the height there is. Default false. */
  fills?: boolean;
  /** What stands under the steps, of the one that is open. */
  children: ReactNode;
};

/** The steps of a station, beside each other; one is open. Arrow keys go from one to the next. */
export function StepTabs<Id extends string>({ label, steps, current, onGo, fills = false, children }: Props<Id>) {
  return (
    <Tabs.Root
      value={current}
      className={fills ? 'flex flex-1 flex-col' : undefined}
      onValueChange={(id) => {
        const step = steps.find((own) => own.id === id);
        if (step) onGo(step.id);
      }}
    >
      <Tabs.List aria-label={label} className="flex flex-wrap gap-0.5 border-b-2 border-ink">
        {steps.map(({ id, name, open }) => (
          <Tabs.Trigger
            key={id}
            value={id}
            className="min-h-11 px-1.5 font-semibold hover:bg-paper data-[state=active]:bg-ink data-[state=active]:text-paper"
          >
            {name}
            {open && <span className="ml-1 text-sm font-normal">{open}</span>}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value={current} tabIndex={-1} className={fills ? 'flex flex-1 flex-col gap-2 pt-2' : 'space-y-3 pt-3'}>
        {children}
      </Tabs.Content>
    </Tabs.Root>
  );
}
