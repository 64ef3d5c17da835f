/** Putting a dish on a day: cooked then, eaten of an earlier cooking, or off the shelf. */
import Button from '@mui/material/Button';
import ListSubheader from '@mui/material/ListSubheader';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';

import { dishesQuery } from '../../api/dishes';
import type { MenuAnswer, MenuDayRecord, NewMeal } from '../../api/types';
import { plain, withUnit } from '../../parts/format';
import { called, dayAndMonth, weekday } from './dates';
import styles from './menu.module.css';

interface Props {
  day: MenuDayRecord;
  answer: MenuAnswer;
  onAdd: (meal: Omit<NewMeal, 'id'>) => Promise<void>;
  onClose: () => void;
}

const NOTHING = { dish: null, of: null, batch: null, grams: null, makes: null };

export function AddMeal({ day, answer, onAdd, onClose }: Props): JSX.Element {
  const dishes = useQuery(dishesQuery);
  const [chosen, setChosen] = useState('');
  const [putting, setPutting] = useState(false);
  const cookings = answer.days
    .filter((one) => one.date <= day.date)
    .flatMap((one) => one.meals)
    .filter((meal) => meal.kind === 'cooked' && !meal.problem);
  const shelf = answer.shelf.filter((one) => one.use_by >= day.date);
  const left = (id: string): number =>
    answer.view.days.flatMap((one) => one.meals).find((meal) => meal.id === id)?.left ?? 0;
  const meal = (): Omit<NewMeal, 'id'> => {
    const [kind = '', id = ''] = chosen.split('/');
    const empty = { ...NOTHING, date: day.date };
    if (kind === 'again') return { ...empty, kind, of: id };
    if (kind === 'shelf') return { ...empty, kind, batch: id };
    return { ...empty, kind: 'cooked', dish: id };
  };
  /** The form stays until the day shows it: what is refused is still there to be changed. */
  const add = (): void => {
    setPutting(true);
    onAdd(meal()).catch(() => setPutting(false));
  };
  return (
    <div className={styles.form}>
      <TextField
        select
        fullWidth
        label={`What is eaten on ${weekday(day.date)}`}
        value={chosen}
        onChange={(event) => setChosen(event.target.value)}
      >
        <ListSubheader>Cook it</ListSubheader>
        {dishes.data?.map((dish) => (
          <MenuItem key={dish.id} value={`cooked/${dish.id}`}>
            {dish.title}
          </MenuItem>
        ))}
        {cookings.length > 0 && <ListSubheader>Eat again of</ListSubheader>}
        {cookings.map((meal) => (
          <MenuItem key={meal.id} value={`again/${meal.id}`}>
            {meal.title}, cooked {called(meal.date, answer.today)} ({plain(left(meal.id))} servings
            over)
          </MenuItem>
        ))}
        {shelf.length > 0 && <ListSubheader>Off the shelf</ListSubheader>}
        {shelf.map((one) => (
          <MenuItem key={one.batch} value={`shelf/${one.batch}`}>
            {one.name}, {withUnit(one.grams, 'g')}, by {dayAndMonth(one.use_by)}
          </MenuItem>
        ))}
      </TextField>
      <div className="row">
        <Button variant="contained" disabled={!chosen || putting} onClick={add}>
          Put it on {weekday(day.date)}
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
      {dishes.data?.length === 0 && (
        <p className="soft">There is no dish yet: bring one in Dishes first.</p>
      )}
    </div>
  );
}
