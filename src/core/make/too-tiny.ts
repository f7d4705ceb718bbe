/** What is smaller is often forgotten, and has no room for a second ink: a tail tip, a flower's centre. Common practice, no source. */
export const tooTinyMm2 = 12;
