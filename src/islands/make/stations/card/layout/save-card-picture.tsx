import { useState } from 'react';
import type { Make } from '#model/make';
import { cardSvg, drawnCard } from '#core/layout/drawn';
import { lampOfCard } from '#core/layout/light-agrees';
import { downloadName } from '#core/make/download-name';
import { saveFile } from '#islands/shared/save-file.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { today } from '#islands/shared/today.ts';
import { Button } from '#ui/controls/button.tsx';
import { type CardLook, lookAddress } from './use-card-look';

/** So many pixels to a mm has its PNG: 300 to an inch. */
const pxPerMm = 300 / 25.4;
const marginMm = 3;

function dataAddress(blob: Blob): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error ?? new Error('A picture of the card could not be read.'));
    reader.readAsDataURL(blob);
  });
}

/** The front of the card with its pictures in it, as an SVG that needs nothing else. */
async function svgOfCard(make: Make, { card, front, laid, heights, beside, layout }: CardLook): Promise<string> {
  const images = new Map<string, string>();
  for (const { picture } of laid) {
    if (!picture) continue;
    const address = lookAddress(make.id, picture);
    if (images.has(address)) continue;
    const answer = await fetch(address);
    if (!answer.ok) throw new Error('A picture on the card could not be fetched. Is Aquachrome still running?');
    images.set(address, await dataAddress(await answer.blob()));
  }
  const drawn = drawnCard(
    laid.filter((own) => !own.isInside),
    { supplies: beside.supplies, lamp: lampOfCard(make, card), heights },
  );
  const baseHex = beside.supplies.find(({ kind, name }) => kind === 'paper' && name === front.paper)?.hex;
  return cardSvg(`${card.name}, ${layout.name}`, drawn, front, {
    ...(baseHex ? { baseHex } : {}),
    ...{ hrefOf: (picture) => images.get(lookAddress(make.id, picture)), marginMm },
  });
}

async function pngOfCard(svg: string, { front }: CardLook): Promise<Blob> {
  const image = new Image();
  const address = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  try {
    image.src = address;
    await image.decode();
    const canvas = new OffscreenCanvas(
      Math.round((front.widthMm + 2 * marginMm) * pxPerMm),
      Math.round((front.heightMm + 2 * marginMm) * pxPerMm),
    );
    const context = canvas.getContext('2d');
    if (!context) throw new Error('This browser draws no picture beside the screen.');
    context.fillStyle = '#ffffff';
    context.fillRect(0, 0, canvas.width, canvas.height);
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await canvas.convertToBlob({ type: 'image/png' });
  } finally {
    URL.revokeObjectURL(address);
  }
}

/** A picture of the card for the logbook and for friends, and its layout on paper at true size. */
export function SaveCardPicture({ make, look }: { make: Make; look: CardLook }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const save = async (ending: 'svg' | 'png') => {
    setBusy(true);
    setProblem(null);
    try {
      const svg = await svgOfCard(make, look);
      const name = downloadName(`${make.name}, ${look.card.name}`, 'card', today(), ending);
      if (ending === 'svg') saveFile(name, svg, 'image/svg+xml');
      else saveFile(name, await pngOfCard(svg, look), 'image/png');
    } catch (error) {
      setProblem(problemToShow(error).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <section aria-label="A picture of the card" className="flex flex-wrap items-center gap-2 border-t-2 border-ink pt-3">
      <span className="font-semibold">A picture of the card</span>
      <Button disabled={busy} onClick={() => void save('png')}>
        as PNG
      </Button>
      <Button disabled={busy} onClick={() => void save('svg')}>
        as SVG
      </Button>
      {problem && <p role="alert">{problem}</p>}
    </section>
  );
}
