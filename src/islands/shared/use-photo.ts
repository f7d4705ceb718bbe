import { useState } from 'react';
import { mostPhotoBytes, photoAnswerSchema } from '#model/api/photos';
import { call, problemToShow } from './server-calls';

/** Keeps photos; `said`: what was done to the last one, or why it was not kept. */
export function usePhoto(): { said: string; keepPhoto: (file: File) => Promise<string | null> } {
  const [said, setSaid] = useState('');
  const keepPhoto = async (file: File): Promise<string | null> => {
    if (file.size > mostPhotoBytes) {
      setSaid('The photo is larger than 25 MB. Save it smaller and bring it in again. The session is kept without it.');
      return null;
    }
    setSaid('Keeping the photo …');
    try {
      const kept = await call(photoAnswerSchema, '/api/photos', {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream' },
        body: file,
      });
      setSaid(['The photo is kept.', ...kept.said].join(' '));
      return kept.sha256;
    } catch (error) {
      const { message, remedy } = problemToShow(error);
      setSaid(`${message} ${remedy}`);
      return null;
    }
  };
  return { said, keepPhoto };
}
