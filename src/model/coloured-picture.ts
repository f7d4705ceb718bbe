import type { Colouring, Treatment } from './colouring';
import type { Element, Picture } from './picture';

/** An element with what it gets in a colouring. */
export type ColouredElement = Element & Omit<Treatment, 'id'>;

/** A picture as one of its colourings has it: what is computed, shown or printed of colours is of one of these. Never kept (core/make/coloured.ts). */
export type ColouredPicture = Omit<Picture, 'elements'> & { elements: ColouredElement[]; colouring: Colouring };
