// @vitest-environment happy-dom
import { renderHook } from '@testing-library/react';
import { expect, it } from 'vitest';

import { useOnce } from './useOnce';

const id = (header: { 'Client-Id': string }): string => header['Client-Id'];

it('gives the same thing the same id until it is stored', () => {
  const { result } = renderHook(() => useOnce());
  const first = id(result.current.header({ name: 'Maren' }));
  expect(id(result.current.header({ name: 'Maren' }))).toBe(first);
  expect(id(result.current.header({ name: 'Jory' }))).not.toBe(first);
  const jory = id(result.current.header({ name: 'Jory' }));
  result.current.done();
  expect(id(result.current.header({ name: 'Jory' }))).not.toBe(jory);
  expect(first).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4/);
});
