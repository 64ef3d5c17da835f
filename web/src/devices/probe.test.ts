import { describe, expect, it } from 'vitest';

import { standsStill } from './probe';

describe('a thermometer', () => {
  it('stands once it has shown the same for three seconds', () => {
    expect(standsStill([20, 40, 60, 68, 70, 71, 71.2])).toBe(false);
    expect(standsStill([71, 71.1])).toBe(false);
    expect(standsStill([20, 71, 71.1, 70.9, 71, 71.1, 71, 70.9])).toBe(true);
  });
});
