import type { Make } from '#model/make';
import { downloadName } from '#core/make/download-name';
import { outlinesSvg } from '#core/outline/outlines-svg';
import { saveFile } from '#islands/shared/save-file.ts';
import { today } from '#islands/shared/today.ts';
import { Button, buttonLook } from '#ui/controls/button.tsx';

/** What is needed, the passes and the masks on paper, and every outline for a cutting machine. */
export function TakeOut({ make }: { make: Make }) {
  const dies = (make.drawn ?? []).filter((item) => item.kind === 'die');
  return (
    <p className="flex flex-wrap gap-2">
      {(['a4', 'letter'] as const).map((paper) => (
        <a
          key={paper}
          href={`/api/makes/${make.id}/card-plan?paper=${paper}`}
          target="_blank"
          rel="noreferrer"
          className={buttonLook('plain')}
        >
          Print all of it, {paper === 'a4' ? 'A4' : 'Letter'}
        </a>
      ))}
      <Button
        disabled={dies.length === 0}
        onClick={() => saveFile(downloadName(make.name, 'outlines', today(), 'svg'), outlinesSvg(dies), 'image/svg+xml')}
      >
        Outlines as SVG in mm
      </Button>
    </p>
  );
}
