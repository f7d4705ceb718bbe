/**
 * What repeats a path that ./run test walks already, in more situations, runs in an evaluation of its name (npm run eval:NAME): so that ./run test stays
 * within what a landing may take.
 */
export const evaluates = (name: 'large pictures' | 'lit places' | 'places' | 'starts' | 'screens'): boolean =>
  process.env.AQUACHROME_EVALUATES === name;
