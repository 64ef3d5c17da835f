/** What an eater leaves out: words of the vocabulary, own words, and what is borne of them. */
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { exclusionsQuery } from '../../api/table';
import type { Exclusion } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';

interface Props {
  exclusions: Exclusion[];
  onChange: (exclusions: Exclusion[]) => void;
}

interface WordsProps {
  words: string[];
  has: (word: string) => boolean;
  onToggle: (word: string) => void;
}

function Words({ words, has, onToggle }: WordsProps): JSX.Element {
  return (
    <div className="chips">
      {words.map((word) => (
        <PlainButton
          key={word}
          className="chip"
          aria-pressed={has(word)}
          onClick={() => onToggle(word)}
        >
          {word}
        </PlainButton>
      ))}
    </div>
  );
}

export function ExclusionsForm({ exclusions, onChange }: Props): JSX.Element {
  const words = useQuery(exclusionsQuery);
  const [own, setOwn] = useState('');
  const has = (what: string): boolean => exclusions.some((e) => e.what === what);
  const toggle = (what: string): void =>
    onChange(
      has(what)
        ? exclusions.filter((e) => e.what !== what)
        : [...exclusions, { what, tolerated: 0 }],
    );
  const add = (): void => {
    const what = own.trim();
    if (what && !has(what)) onChange([...exclusions, { what, tolerated: 0 }]);
    setOwn('');
  };
  return (
    <>
      <p style={{ margin: '10px 0 8px' }}>
        <b>Leaves out</b>
      </p>
      {words.data && (
        <>
          <p className="soft" style={{ margin: '6px 0' }} title={words.data.source}>
            On {words.data.name}
          </p>
          <Words words={words.data.listed} has={has} onToggle={toggle} />
          <p className="soft" style={{ margin: '12px 0 6px' }}>
            Also. {words.data.coconut}
          </p>
          <Words words={words.data.others} has={has} onToggle={toggle} />
        </>
      )}
      <div className="row" style={{ marginTop: 10 }}>
        <TextField
          label="Something else, in your words"
          value={own}
          sx={{ width: 260 }}
          onChange={(e) => setOwn(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') {
              e.preventDefault();
              add();
            }
          }}
        />
        <Button variant="outlined" disabled={!own.trim()} onClick={add}>
          Leave out
        </Button>
      </div>
      {exclusions.length > 0 && (
        <ul className="plain-list" aria-label="Left out">
          {exclusions.map((exclusion) => (
            <li key={exclusion.what} className="row">
              <span style={{ minWidth: 120 }}>no {exclusion.what}</span>
              <TextField
                label="can take, g a serving"
                type="number"
                defaultValue={exclusion.tolerated || ''}
                placeholder="0"
                sx={{ width: 160 }}
                onChange={(e) =>
                  onChange(
                    exclusions.map((x) =>
                      x.what === exclusion.what
                        ? { ...x, tolerated: Number(e.target.value) || 0 }
                        : x,
                    ),
                  )
                }
              />
              <PlainButton
                className="plain-button soft"
                aria-label={`Bear ${exclusion.what} again`}
                onClick={() => toggle(exclusion.what)}
              >
                Take off
              </PlainButton>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
