// @vitest-environment happy-dom
import { afterEach, expect, it, vi } from 'vitest';

import { forget, keep, keysKept, recall } from './storage';

afterEach(() => {
  vi.restoreAllMocks();
  localStorage.clear();
});

it('keeps, recalls and forgets', () => {
  keep('draft-1', { title: 'Pot' });
  keep('draft-2', 2);
  localStorage.setItem('another', 'page');
  expect(recall('draft-1')).toEqual({ title: 'Pot' });
  expect(keysKept('draft-').sort()).toEqual(['draft-1', 'draft-2']);
  forget('draft-1');
  expect(recall('draft-1')).toBeNull();
  expect(localStorage.getItem('another')).toBe('page');
});

it('has nothing where what was kept cannot be read', () => {
  localStorage.setItem('snabo-draft-1', '{"title": ');
  expect(recall('draft-1')).toBeNull();
});

it('costs nothing but the safety net where nothing can be kept', () => {
  const full = (): never => {
    throw new DOMException('full', 'QuotaExceededError');
  };
  vi.stubGlobal('localStorage', { setItem: full, getItem: full, removeItem: full });
  expect(() => keep('draft-1', 1)).not.toThrow();
  expect(recall('draft-1')).toBeNull();
  expect(() => forget('draft-1')).not.toThrow();
  vi.unstubAllGlobals();
});
