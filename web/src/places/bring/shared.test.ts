import { describe, expect, it } from 'vitest';

import { sharedWith } from './shared';

const shared = (said: Record<string, string>): ReturnType<typeof sharedWith> =>
  sharedWith(new URLSearchParams(said));

describe('what another program shares', () => {
  it('is the words of a recipe, with its title once', () => {
    expect(shared({})).toBeNull();
    expect(shared({ title: 'Weir pot', text: '2 onions\n1 leek' })?.text).toBe(
      'Weir pot\n2 onions\n1 leek',
    );
    expect(shared({ title: 'Weir pot', text: 'WEIR POT\n2 onions' })?.text).toBe(
      'WEIR POT\n2 onions',
    );
  });

  it('is never an address', () => {
    expect(shared({ url: 'https://example.org/pot' })).toEqual({ text: '', onlyAddress: true });
    expect(shared({ title: 'Pot', text: ' https://example.org/pot ' })?.onlyAddress).toBe(true);
    expect(shared({ text: '2 onions\nhttps://example.org/pot' })?.text).toBe('2 onions');
  });
});
