/** A button without a look of its own: MUI's base, laid out as the words in it are. */
import ButtonBase from '@mui/material/ButtonBase';
import { styled } from '@mui/material/styles';

// The base centres its content in a flex box and takes the pointer off a disabled button, and with
// it the title that says why it is.
export const PlainButton = styled(ButtonBase)({
  display: 'inline-block',
  verticalAlign: 'baseline',
  alignItems: 'normal',
  justifyContent: 'normal',
  userSelect: 'auto',
  padding: '1px 6px',
  '&.Mui-disabled': { pointerEvents: 'auto' },
});
