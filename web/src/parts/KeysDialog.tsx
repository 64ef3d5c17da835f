/** What the keys do, and a switch for those who want none. */
import Dialog from '@mui/material/Dialog';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import type { JSX } from 'react';

import { switchKeys, useKeysSwitch } from './useKeys';

const KEYS = [
  ['?', 'this list'],
  ['[ and ]', 'previous and next part'],
  ['S', 'go to the stand-ins'],
  ['W', 'go to the water and weigh'],
  ['U', 'undo the last change'],
  ['space', 'at the Stove: done, next'],
  ['N and K', 'at the Stove: not yet, skip'],
  ['W and T', 'at the Stove: weigh, thermometer'],
];

export function KeysDialog({ open, onClose }: { open: boolean; onClose: () => void }): JSX.Element {
  const on = useKeysSwitch();
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="keys-title">
      <div style={{ padding: '22px 28px' }}>
        <h2 id="keys-title">Keys</h2>
        <table style={{ margin: '12px 0' }}>
          <tbody>
            {KEYS.map(([key, what]) => (
              <tr key={key}>
                <td>
                  <kbd>{key}</kbd>
                </td>
                <td style={{ textAlign: 'left' }}>{what}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <FormControlLabel
          control={<Switch checked={on} onChange={(_, checked) => switchKeys(checked)} />}
          label="Single-letter keys"
        />
        <p className="soft">They never fire in a field or on a focused button.</p>
      </div>
    </Dialog>
  );
}
