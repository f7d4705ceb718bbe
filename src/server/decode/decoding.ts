import { ProblemError } from '#server/http/problem';

export function unreadable(message: string, remedy: string): ProblemError {
  return new ProblemError(422, { code: 'unreadable-picture', message, remedy });
}

/** Turns what the decoder throws into words. */
export async function decoding<T>(work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    const words = error instanceof Error ? error.message : String(error);
    if (/pixel limit|too large|exceeds/i.test(words)) {
      throw unreadable(
        'The picture has more pixels than the 72 million that fit.',
        'Save it smaller: 300 dots per inch at its size on paper is all that is used.',
      );
    }
    throw unreadable('The picture is damaged or ends too early.', 'Save or scan it again, as PNG, JPEG or TIFF.');
  }
}
