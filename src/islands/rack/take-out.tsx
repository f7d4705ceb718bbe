import { type ComponentProps, useState } from 'react';
import { counted } from '#core/make/counted';
import { AskFirst } from '#ui/controls/ask-first.tsx';

type Props = { codes: readonly string[]; onGo: () => void; trigger: ComponentProps<typeof AskFirst>['trigger'] };

/** Codes named one by one; what is more is counted. */
const mostNamed = 12;

/** Asks before markers leave the rack, and names them: a filter or a tick may have taken in more than the hand meant. */
export function TakeOut({ codes, onGo, trigger }: Props) {
  const [open, setOpen] = useState(false);
  const more = codes.length - mostNamed;
  return (
    <AskFirst
      trigger={trigger}
      open={open}
      onOpenChange={setOpen}
      title={`Take ${counted(codes.length, 'marker')} out of the rack?`}
      words={
        <>
          <span className="font-code">{codes.slice(0, mostNamed).join(', ')}</span>
          {more > 0 && ` and ${more} more`}. Their notes about pairs go with them. You can put them back as long as this page is open.
        </>
      }
      keep="Keep them"
      go="Take them out"
      onGo={() => {
        setOpen(false);
        onGo();
      }}
    />
  );
}
