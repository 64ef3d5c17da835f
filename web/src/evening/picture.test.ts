import { describe, expect, it } from 'vitest';

import { sizeWithin } from './picture';

describe('a picture made small', () => {
  it('keeps its shape and is never made larger', () => {
    expect(sizeWithin(4000, 3000, 1600)).toEqual([1600, 1200]);
    expect(sizeWithin(3000, 4000, 1600)).toEqual([1200, 1600]);
    expect(sizeWithin(800, 600, 1600)).toEqual([800, 600]);
    expect(sizeWithin(20000, 3, 1600)).toEqual([1600, 1]);
  });
});
