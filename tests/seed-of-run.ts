import fc from 'fast-check';

/**
 * Property tests take another seed each run: it is printed at its beginning (scripts/test.ts) and beside what fails, and taken again with
 * AQUACHROME_SEED. A counterexample that was found is pinned in its test, as an example.
 */
const seed = Number(process.env.AQUACHROME_SEED ?? Math.floor(Math.random() * 2 ** 31));
fc.configureGlobal({ seed });
