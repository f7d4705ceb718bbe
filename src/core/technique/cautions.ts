/** Cautions, each said where its step occurs; the maker's label goes before all of them. */
export const cautions = {
  alcohol:
    'Alcohol ink: air the room, keep it from flame and heat tools, cap the markers. The maker’s label and safety data sheet go before this.',
  heat: 'Heat tools burn and scorch: keep hands and paper clear, keep alcohol ink away until it is cool. The maker’s label goes before this.',
  powders: 'Embossing and mica powders: do not breathe the dust. The maker’s label goes before this.',
  mat: 'Wipe the mat with alcohol before the next colour: ink on it stains the next piece.',
  blades: 'Blades and die machines: cut away from the hand, keep fingers and children off the rollers.',
} as const;
