/** A file out and a file in: what comes in is read as text and looked at before it changes anything. */
import Button from '@mui/material/Button';
import { useRef, type JSX } from 'react';

interface Props {
  /** Where the file is fetched from; null where there is nothing to save yet. */
  from: string | null;
  fileName: string;
  save: string;
  bring: string;
  label: string;
  accept: string;
  hint: string;
  onText: (text: string) => void;
}

export function FileDoor(props: Props): JSX.Element {
  const input = useRef<HTMLInputElement>(null);
  return (
    <div className="row" style={{ margin: '8px 0' }}>
      {props.from !== null && (
        <Button variant="outlined" href={props.from} download={props.fileName}>
          {props.save}
        </Button>
      )}
      <Button variant="outlined" onClick={() => input.current?.click()}>
        {props.bring}
      </Button>
      <input
        ref={input}
        type="file"
        accept={props.accept}
        hidden
        aria-label={props.label}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) void file.text().then(props.onText);
          event.target.value = '';
        }}
      />
      <span className="soft">{props.hint}</span>
    </div>
  );
}
