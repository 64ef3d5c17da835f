/** One eater's way of eating, limits, exclusions and, for a time, a programme. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState, type JSX } from 'react';

import type { EaterForm, SchoolView } from '../../api/types';
import { ExclusionsForm } from './ExclusionsForm';
import { limitsOf, presetTargets, targetsOf } from './limits';
import { LimitsForm } from './LimitsForm';
import { ProgrammeForm } from './ProgrammeForm';
import styles from './table.module.css';

interface Props {
  start: EaterForm;
  schools: SchoolView[];
  saving: boolean;
  onSave: (form: EaterForm) => void;
  onCancel: () => void;
}

export function EaterEditor({ start, schools, saving, onSave, onCancel }: Props): JSX.Element {
  const [name, setName] = useState(start.name);
  const [school, setSchool] = useState(start.school);
  const [limits, setLimits] = useState(() => limitsOf(start.targets));
  const [exclusions, setExclusions] = useState(start.exclusions);
  const [programme, setProgramme] = useState(start.programme);
  const [dismissed, setDismissed] = useState(start.dismissed);
  const preset = schools.find((s) => s.key === school);
  const pickSchool = (key: string): void => {
    setSchool(key);
    const found = schools.find((s) => s.key === key);
    if (!found) return;
    setLimits(limitsOf(presetTargets(found)));
    setExclusions(found.exclusions.map((what) => ({ what, tolerated: 0 })));
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onSave({ name, school, targets: targetsOf(limits), exclusions, programme, dismissed });
      }}
    >
      <div className="row" style={{ alignItems: 'flex-start' }}>
        <TextField
          label="Name"
          value={name}
          required
          autoFocus
          onChange={(e) => setName(e.target.value)}
        />
        <TextField
          select
          label="Way of eating"
          value={school}
          sx={{ minWidth: 240 }}
          onChange={(e) => pickSchool(e.target.value)}
        >
          {schools.map((s) => (
            <MenuItem key={s.key} value={s.key}>
              {s.name}
            </MenuItem>
          ))}
        </TextField>
        {dismissed.length > 0 && (
          <Button onClick={() => setDismissed([])}>Show {dismissed.length} cautions again</Button>
        )}
      </div>
      {preset && (
        <p className="soft" style={{ marginTop: 6 }}>
          {preset.source} Change a limit and it is {name || 'the eater'}’s own.
        </p>
      )}
      <div className={styles.eaterForm}>
        <LimitsForm limits={limits} onChange={setLimits} />
        <div>
          <ExclusionsForm exclusions={exclusions} onChange={setExclusions} />
          <ProgrammeForm programme={programme} onChange={setProgramme} />
        </div>
      </div>
      <div className="row" style={{ marginTop: 14 }}>
        <Button type="submit" variant="contained" disabled={saving}>
          Save
        </Button>
        <Button onClick={onCancel}>Leave as it was</Button>
      </div>
    </form>
  );
}
