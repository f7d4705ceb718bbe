/// <reference types="astro/client" />

/** The page of a session that is taken to the table, as build/along-bundle.ts makes it. */
declare module 'virtual:along-bundle' {
  export const script: string;
  export const style: string;
}
