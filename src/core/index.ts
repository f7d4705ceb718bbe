/** What outside evaluations call, by name. Inside the project, import the file itself. */
export { labOfHex, hexOfLab } from './colour/lab';
export { deltaE00 } from './colour/difference';
export { layerCoats } from './colour/coats';
export { readyRules, readCode } from './markers/code-rule';
export { findLines } from './picture/lines';
export { findRegions } from './picture/regions';
export { inflate } from './light/inflate';
export { shade } from './light/shade';
export { cutBands } from './light/bands';
export { applyOperation, applyOperations } from './make/apply';
export { invertOperation } from './make/invert';
export { recipeOfPicture } from './technique/recipe';
export type { Lab, CodeRule, Marker } from '#model/marker';
export type { BinaryImage, GreyImage } from './picture/image';
export type { FoundRegions } from './picture/regions';
export type { Form } from './light/inflate';
export type { Lamp } from './light/shade';
