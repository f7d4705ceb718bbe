import { expect, it } from 'vitest';
import { counted } from './counted';

it('counts one thing as one and others as several', () => {
  expect([0, 1, 2].map((count) => counted(count, 'area'))).toEqual(['0 areas', '1 area', '2 areas']);
  expect(counted(2, 'patch', 'patches')).toBe('2 patches');
});
