declare module 'bidi-js' {
  type Bidi = {
    getEmbeddingLevels: (text: string, direction?: 'ltr' | 'rtl' | 'auto') => { levels: Uint8Array };
    getMirroredCharacter: (sign: string) => string | null;
  };
  export default function bidiFactory(): Bidi;
}
