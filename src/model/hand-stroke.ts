import * as z from 'zod/mini';
import { idSchema } from './id';
import { spotStrokeSchema } from './soft-spot';

/**
 * What the maker's hand says of the light, over what was computed: darker, lighter, paper kept white, a fold (dark on the right of its way) or a
 * valley (dark on both sides). Its place is in mm, so that it stays when the lamp moves or the picture is read again.
 */
export const handKinds = ['darker', 'lighter', 'white', 'fold', 'valley'] as const;
export type HandKind = (typeof handKinds)[number];

export const handStrokeSchema = z.extend(spotStrokeSchema, { id: idSchema, kind: z.enum(handKinds) });
export type HandStroke = z.infer<typeof handStrokeSchema>;
