import { useState } from 'react';
import { Button } from './button';

/** A colour to look for: chosen first, asked for by a press. @param onColour what is asked for as #rrggbb. */
export function NearColour({ onColour }: { onColour: (hex: string) => void }) {
  const [hex, setHex] = useState('#c87850');
  return (
    <>
      <label className="flex min-h-11 items-center gap-2">
        <span className="font-semibold">Near this colour</span>
        <input type="color" value={hex} className="h-11 w-14 bg-paper" onChange={(event) => setHex(event.target.value)} />
      </label>
      <Button onClick={() => onColour(hex)}>Find the colour</Button>
    </>
  );
}
