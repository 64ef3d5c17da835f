// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';

import { switchKeys, useKeys, useKeysSwitch } from './useKeys';

afterEach(() => {
  document.body.replaceChildren();
  act(() => switchKeys(true));
});

function press(key: string, more: KeyboardEventInit = {}, target: EventTarget = window): boolean {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more });
  target.dispatchEvent(event);
  return event.defaultPrevented;
}

function inside(markup: string): Element {
  document.body.innerHTML = markup;
  const found = document.querySelector('#here');
  if (!found) throw new Error('nothing to press on');
  return found;
}

it('a letter does its thing, whatever its case', () => {
  const undo = vi.fn();
  const { unmount } = renderHook(() => useKeys({ u: undo }));
  expect(press('u')).toBe(true);
  expect(press('U')).toBe(true);
  expect(press('x')).toBe(false);
  expect(undo).toHaveBeenCalledTimes(2);
  unmount();
  press('u');
  expect(undo).toHaveBeenCalledTimes(2);
});

it('leaves the browser its own keys', () => {
  const undo = vi.fn();
  renderHook(() => useKeys({ u: undo }));
  for (const held of [{ ctrlKey: true }, { metaKey: true }, { altKey: true }]) press('u', held);
  expect(undo).not.toHaveBeenCalled();
});

it.each([
  '<input id="here">',
  '<textarea id="here"></textarea>',
  '<button id="here">Read it</button>',
  '<a href="/dishes" id="here">Dishes</a>',
  '<div role="combobox"><span id="here">leek</span></div>',
  '<div role="dialog"><p id="here">Sure?</p></div>',
])('does not fire on %s', (markup) => {
  const undo = vi.fn();
  renderHook(() => useKeys({ u: undo }));
  press('u', {}, inside(markup));
  expect(undo).not.toHaveBeenCalled();
});

it('is silent when switched off, everywhere at once', () => {
  const undo = vi.fn();
  renderHook(() => useKeys({ u: undo }));
  const { result } = renderHook(() => useKeysSwitch());
  expect(result.current).toBe(true);
  act(() => switchKeys(false));
  expect(result.current).toBe(false);
  press('u');
  expect(undo).not.toHaveBeenCalled();
});
