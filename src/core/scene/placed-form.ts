import type { CoveringBody } from './scene-bodies';
import type { LitForm } from './shading-at';

/** A form in its place in the picture. */
export type PlacedForm = Omit<LitForm, 'light'>;

/** The form of a body, made when it is first asked for. */
export type FormFor = (body: CoveringBody) => PlacedForm;
