// @vitest-environment happy-dom
import { ThemeProvider } from '@mui/material/styles';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { JSX } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';

import { themeFor } from '../theme/theme';
import { PlainButton } from './PlainButton';
import { Tick } from './Tick';

afterEach(cleanup);

function shown(what: JSX.Element): void {
  render(<ThemeProvider theme={themeFor('light')}>{what}</ThemeProvider>);
}

describe('a plain button', () => {
  it('sends no form unless it says so', () => {
    const sent = vi.fn((event: { preventDefault: () => void }) => event.preventDefault());
    shown(
      <form onSubmit={sent}>
        <PlainButton>Look</PlainButton>
        <PlainButton type="submit">Keep</PlainButton>
      </form>,
    );
    fireEvent.click(screen.getByRole('button', { name: 'Look' }));
    expect(sent).not.toHaveBeenCalled();
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }));
    expect(sent).toHaveBeenCalledOnce();
  });

  it('that is off does nothing, and its title can still be read', () => {
    const done = vi.fn();
    shown(
      <PlainButton disabled title="Nothing to undo" onClick={done}>
        undo
      </PlainButton>,
    );
    const button = screen.getByTitle('Nothing to undo');
    fireEvent.click(button);
    expect(done).not.toHaveBeenCalled();
    expect(getComputedStyle(button).pointerEvents).toBe('auto');
  });
});

describe('a tick box', () => {
  it('is found and ticked by its words', () => {
    const told = vi.fn();
    shown(
      <Tick checked={false} onChange={told}>
        no strong smells
      </Tick>,
    );
    fireEvent.click(screen.getByLabelText('no strong smells'));
    expect(told).toHaveBeenCalledWith(true);
  });

  it('shows that it is ticked, and that it cannot be', () => {
    shown(
      <Tick checked disabled onChange={() => undefined}>
        Maren has another
      </Tick>,
    );
    const box = screen.getByRole<HTMLInputElement>('checkbox');
    expect([box.checked, box.disabled]).toEqual([true, true]);
    expect(document.querySelector('svg path')).not.toBeNull();
  });
});
