import { composeColours, composePage, drawColours, drawFullLines, drawLines, type Raster } from './pages';
import { type Truth, truthOf } from './truth';

/** A page of six drawings with all that the tables ask of it, upright and clean. */
export type PreparedPage = {
  codes: readonly string[];
  drawings: Raster[];
  full: Raster;
  thin: Raster;
  colours: Int32Array;
  truth: Truth;
};

export async function preparePage(codes: readonly string[]): Promise<PreparedPage> {
  const drawings = await Promise.all(codes.map((code) => drawLines(code)));
  const full = composePage(await Promise.all(codes.map(drawFullLines)), []);
  const thin = composePage(drawings, []);
  const colours = composeColours(await Promise.all(codes.map(drawColours)));
  return { codes, drawings, full, thin, colours, truth: truthOf(full, thin, colours) };
}
