/** Reflectances are told from so much on: of none at all no absorption could be told. */
const least = 1e-5;

/**
 * Absorption over scattering of an opaque layer, from the light that it reflects: K/S = (1 - R)^2 / 2R. Kubelka and Munk (1931), Ein Beitrag zur Optik der
 * Farbanstriche, Zeitschrift fuer technische Physik 12.
 * @param reflectance 0 to 1.
 */
export function absorptionOf(reflectance: number): number {
  const own = Math.min(1, Math.max(least, reflectance));
  return (1 - own) ** 2 / (2 * own);
}

/** The light that a layer of such an absorption over scattering reflects, 0 to 1: the other way round. @param absorption from 0. */
export function reflectanceOf(absorption: number): number {
  const own = Math.max(0, absorption);
  return 1 + own - Math.sqrt(own * own + 2 * own);
}
