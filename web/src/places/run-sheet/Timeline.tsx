/** The evening drawn: time runs down, the hands with words, thin columns for what runs alone. */
import { useRef, type JSX, type PointerEvent } from 'react';

import type { SheetItem, SheetView } from '../../api/types';
import { PlainButton } from '../../parts/PlainButton';
import { acrossOven, axisOf, isByHand, lanesOf, standsIn, type Axis } from './sheetLayout';
import { clockOf } from '../../parts/format';
import styles from './runSheet.module.css';

const NAMES: Record<string, string> = {
  ring: 'Ring',
  microwave: 'Microwave',
  blender: 'Blender',
  processor: 'Processor',
  waits: 'Standing',
};
const OVEN_WIDTH = 128;

interface Props {
  sheet: SheetView;
  titles: string[];
  chosen: string | null;
  onChoose: (task: string | null) => void;
  onPin: (task: string, minute: number) => void;
}

function Hand({
  item,
  axis,
  titles,
  chosen,
  onChoose,
  onPin,
}: Omit<Props, 'sheet'> & { item: SheetItem; axis: Axis }): JSX.Element {
  const from = useRef<{ y: number; moved: number } | null>(null);
  const top = axis.y(item.start);
  const height = axis.y(item.start + item.minutes) - top;
  if (item.kind === 'free')
    return (
      <div className={styles.free} style={{ top, height: Math.max(height, 44) }}>
        {item.words}
      </div>
    );
  const detail = [
    titles.length > 1 && titles[item.dish],
    item.part,
    item.runs_until && `runs by itself until ${clockOf(item.runs_until)}`,
    item.cue,
  ]
    .filter(Boolean)
    .join(' · ');
  const dragged = (event: PointerEvent<HTMLButtonElement>): void => {
    if (!from.current) return;
    from.current.moved = event.clientY - from.current.y;
    event.currentTarget.style.transform = `translateY(${from.current.moved}px)`;
  };
  const dropped = (event: PointerEvent<HTMLButtonElement>): void => {
    const moved = from.current?.moved ?? 0;
    from.current = null;
    event.currentTarget.style.transform = '';
    if (Math.abs(moved) > 8) onPin(item.task, Math.round(axis.minute(top + moved)));
    else onChoose(item.task === chosen ? null : item.task);
  };
  return (
    <PlainButton
      className={styles.hand}
      data-decides={item.decides}
      aria-pressed={item.task === chosen}
      style={{ top, minHeight: Math.max(height - 4, 44) }}
      onPointerDown={(event) => {
        from.current = { y: event.clientY, moved: 0 };
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={dragged}
      onPointerUp={dropped}
      onPointerCancel={() => {
        from.current = null;
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault();
          onChoose(item.task === chosen ? null : item.task);
        }
      }}
    >
      <time>{clockOf(item.at)}</time>
      <span className={styles.bar} style={{ height: Math.max(height - 4, 8) }} />
      <span className={styles.words}>
        <b>
          {item.words}
          {item.kind !== 'put_on' && `, ${item.minutes} min`} {item.pinned && <em>pinned</em>}
        </b>
        {detail && <span className={styles.detail}>{detail}</span>}
      </span>
    </PlainButton>
  );
}

function Oven({ items, axis }: { items: SheetItem[]; axis: Axis }): JSX.Element {
  const bakes = items.filter((item) => item.kind !== 'oven_on');
  const points = items.flatMap((item) => {
    const [top, end] = [axis.y(item.start), axis.y(item.start + item.minutes)];
    const across = acrossOven(item.oven_c ?? 20) * OVEN_WIDTH;
    if (item.kind === 'oven_on') return [`0,${top}`, `${across},${end}`];
    return [`${across},${top}`, `${across},${end}`];
  });
  const last = bakes.at(-1);
  const foot = last ? axis.y(last.start + last.minutes) : 0;
  return (
    <div className={styles.lane} style={{ height: axis.height, width: OVEN_WIDTH + 12 }}>
      <svg width={OVEN_WIDTH + 4} height={axis.height} aria-hidden="true">
        <polygon className={styles.heat} points={[...points, `0,${foot}`].join(' ')} />
        {bakes.map((item) => (
          <rect
            key={item.task}
            className={styles.bake}
            x={1}
            y={axis.y(item.start)}
            width={acrossOven(item.oven_c ?? 20) * OVEN_WIDTH}
            height={Math.max(3, axis.y(item.start + item.minutes) - axis.y(item.start))}
          />
        ))}
      </svg>
      {items.map((item) => (
        <span
          key={`${item.kind}${item.start}${item.task}`}
          className={item.kind === 'oven_on' ? styles.ovenOn : styles.ovenWords}
          style={{ top: axis.y(item.start) + (item.kind === 'oven_on' ? -4 : 4) }}
        >
          {item.kind === 'oven_on' ? `on at ${clockOf(item.at)}` : `${item.minutes} min`}
          {item.kind !== 'oven_on' && <small>{item.oven_c} °C</small>}
        </span>
      ))}
    </div>
  );
}

export function Timeline(props: Props): JSX.Element {
  const { sheet } = props;
  const axis = axisOf(sheet.items, sheet.serve_minute);
  const lanes = lanesOf(sheet.items);
  const oven = sheet.items.filter((item) => item.lane === 'oven');
  const hands = [...Array(sheet.cooks).keys()];
  return (
    <div className={styles.timeline}>
      {hands.map((cook) => (
        <section key={cook} className={styles.hands} aria-label={`Cook ${cook + 1}`}>
          <h3>{sheet.cooks > 1 ? `Cook ${cook + 1}` : 'Your hands'}</h3>
          <div className={styles.lane} style={{ height: axis.height + 40 }}>
            <p className={styles.table} style={{ top: axis.y(sheet.serve_minute) }}>
              <time>{clockOf(sheet.serve)}</time> on the table
            </p>
            {sheet.items
              .filter((item) => isByHand(item) && item.place === cook)
              .map((item) => (
                <Hand
                  key={`${item.kind}${item.task}${item.start}`}
                  {...props}
                  item={item}
                  axis={axis}
                />
              ))}
          </div>
        </section>
      ))}
      {lanes.map(({ lane, place }) => (
        <section key={`${lane}${place}`} className={styles.thin}>
          <h3>
            {NAMES[lane]}
            {lane === 'ring' && ` ${place + 1}`}
          </h3>
          <div className={styles.lane} style={{ height: axis.height }}>
            {sheet.items
              .filter((item) => standsIn(item, lane, place))
              .map((item) => (
                <div
                  key={item.task}
                  className={styles.runs}
                  data-lane={lane}
                  title={item.words}
                  style={{
                    top: axis.y(item.start),
                    height: Math.max(22, axis.y(item.start + item.minutes) - axis.y(item.start)),
                  }}
                >
                  {item.minutes} min
                </div>
              ))}
          </div>
        </section>
      ))}
      {oven.length > 0 && (
        <section className={styles.thin}>
          <h3>Oven</h3>
          <Oven items={oven} axis={axis} />
        </section>
      )}
    </div>
  );
}
