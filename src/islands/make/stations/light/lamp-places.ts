/** The lamp's places as they lie round the picture, row by row; the middle one is straight above it. */
export const lampPlaces: readonly { words: string; azimuthDeg: number; heightDeg: number }[] = [
  { words: 'Upper left', azimuthDeg: 315, heightDeg: 40 },
  { words: 'Above', azimuthDeg: 0, heightDeg: 40 },
  { words: 'Upper right', azimuthDeg: 45, heightDeg: 40 },
  { words: 'Left', azimuthDeg: 270, heightDeg: 40 },
  { words: 'Straight above', azimuthDeg: 0, heightDeg: 85 },
  { words: 'Right', azimuthDeg: 90, heightDeg: 40 },
  { words: 'Lower left', azimuthDeg: 225, heightDeg: 40 },
  { words: 'Below', azimuthDeg: 180, heightDeg: 40 },
  { words: 'Lower right', azimuthDeg: 135, heightDeg: 40 },
];
