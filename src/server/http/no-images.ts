import type { APIRoute } from 'astro';
import { notFound, problemResponse } from './problem';

/** Stands in the place of the framework's image endpoint, which nothing here uses (astro.config.ts). */
export const GET: APIRoute = () => problemResponse(notFound('such page'));
