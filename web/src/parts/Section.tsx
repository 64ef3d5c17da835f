/** A dish as a cut through the baking dish; choosing a layer works on it. */
import type { JSX } from 'react';

import type { Part, PartingView, PartView } from '../api/types';
import { PlainButton } from './PlainButton';
import { percent, withUnit } from './format';
import {
  columnsOf,
  CUT,
  layersOf,
  partedWords,
  SHEET,
  spoonEdge,
  type Column,
  type Layer,
} from './sectionGeometry';

interface Props {
  parts: Part[];
  views: PartView[];
  chosen: string | null;
  /** Where the dish parts for its variants, and which of them is looked at. */
  parting?: PartingView | null;
  looked?: string;
  onChoose?: (partId: string) => void;
}

const RIGHT = CUT.left + CUT.width;
const LABEL_X = RIGHT + 16;
// The mark of the chosen layer.
const MARK = 7;

function Hatch({ layer }: { layer: Layer }): JSX.Element | null {
  if (layer.hatch === null) return null;
  return (
    <pattern
      id={`starch-${layer.partId}`}
      width={layer.hatch}
      height={layer.hatch}
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(45)"
    >
      <path d={`M0 0V${layer.hatch}`} stroke="var(--ink)" strokeWidth={1.6} opacity={0.62} />
    </pattern>
  );
}

function Drawn({
  layer,
  index,
  chosen,
}: {
  layer: Layer;
  index: number;
  chosen: boolean;
}): JSX.Element {
  return (
    <g>
      <rect
        x={CUT.left}
        y={layer.y}
        width={CUT.width}
        height={layer.height}
        fill={`var(--layer${index % 4})`}
      />
      {layer.hatch !== null && (
        <rect
          x={CUT.left}
          y={layer.y}
          width={CUT.width}
          height={layer.height}
          fill={`url(#starch-${layer.partId})`}
        />
      )}
      <path d={`M${CUT.left} ${layer.y} H${RIGHT}`} stroke="var(--ink)" strokeWidth={1.5} />
      {chosen && (
        <rect x={CUT.left} y={layer.y} width={MARK} height={layer.height} fill="var(--kale)" />
      )}
    </g>
  );
}

function carbs(view: PartView): string {
  if (view.net_carbs === null) return 'net carbs unknown';
  const share = view.net_share === null ? '' : ` · ${percent(view.net_share)}`;
  return `${withUnit(view.net_carbs, 'g')} net${share}`;
}

function Label({ layer, chosen }: { layer: Layer; chosen: boolean }): JSX.Element {
  const { view } = layer;
  const middle = layer.y + layer.height / 2;
  const changed = Math.abs(view.was_grams - view.grams) > 0.02 * view.was_grams;
  return (
    <g fontSize={16} fill="var(--ink)">
      <path
        d={`M${RIGHT - 8} ${middle} L${LABEL_X - 4} ${layer.labelY}`}
        stroke="var(--soft)"
        fill="none"
      />
      <text x={LABEL_X} y={layer.labelY - 10} fontWeight={chosen ? 720 : 620} fontSize={17}>
        {layer.name.length > 16 ? `${layer.name.slice(0, 15)}…` : layer.name}
      </text>
      <text x={LABEL_X} y={layer.labelY + 9}>
        {withUnit(view.grams, 'g')}
        {changed && <tspan fill="var(--soft)"> was {Math.round(view.was_grams)}</tspan>}
      </text>
      <text x={LABEL_X} y={layer.labelY + 27}>
        {carbs(view)}
      </text>
    </g>
  );
}

/** A layer that variants have otherwise: columns by their share of the dish. */
function Columns({
  layer,
  columns,
  looked,
}: {
  layer: Layer;
  columns: Column[];
  looked: string;
}): JSX.Element {
  return (
    <g>
      {columns.map(({ x, width, hatch, group }) => (
        <g key={group.branches.join()}>
          {hatch !== null && (
            <pattern
              id={`starch-${layer.partId}-${group.branches.join()}`}
              width={hatch}
              height={hatch}
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <path d={`M0 0V${hatch}`} stroke="var(--ink)" strokeWidth={1.6} opacity={0.62} />
            </pattern>
          )}
          <rect
            x={x + MARK}
            y={layer.y}
            width={Math.max(0, width - MARK)}
            height={layer.height}
            fill="var(--paper)"
            opacity={0.55}
          />
          {hatch !== null && (
            <rect
              x={x}
              y={layer.y}
              width={width}
              height={layer.height}
              fill={`url(#starch-${layer.partId}-${group.branches.join()})`}
            />
          )}
          {group.branches.includes(looked) && (
            <rect x={x} y={layer.y} width={width} height={6} fill="var(--kale)" />
          )}
          <path d={`M${x} ${layer.y} v${layer.height}`} stroke="var(--ink)" strokeWidth={3} />
        </g>
      ))}
    </g>
  );
}

export function Section({
  parts,
  views,
  chosen,
  parting = null,
  looked = '',
  onChoose,
}: Props): JSX.Element {
  const layers = layersOf(parts, views);
  const top = Math.min(CUT.base - 10, ...layers.map((layer) => layer.y));
  return (
    <figure style={{ margin: 0 }}>
      <div style={{ position: 'relative' }}>
        <svg
          viewBox={`0 0 ${SHEET.width} ${SHEET.height}`}
          style={{ width: '100%', height: 'auto', display: 'block' }}
          aria-hidden="true"
        >
          <defs>
            {layers.map((layer) => (
              <Hatch key={layer.partId} layer={layer} />
            ))}
            <clipPath id="spoon">
              <path d={spoonEdge(CUT.left, RIGHT, top - 2, CUT.base)} />
            </clipPath>
          </defs>
          <g clipPath="url(#spoon)">
            {layers.map((layer, i) => (
              <Drawn key={layer.partId} layer={layer} index={i} chosen={layer.partId === chosen} />
            ))}
            {layers.map((layer) => {
              const columns = columnsOf(layer.partId, parting);
              return columns.length < 2 ? null : (
                <Columns key={layer.partId} layer={layer} columns={columns} looked={looked} />
              );
            })}
          </g>
          {layers.map((layer) =>
            layer.ghost === null ? null : (
              <path
                key={layer.partId}
                d={`M${CUT.left - 4} ${layer.ghost} H${RIGHT + 6}`}
                stroke="var(--soft)"
                strokeWidth={2}
                strokeDasharray="5 4"
              />
            ),
          )}
          <path
            d={`M4 8 h8 v${CUT.base - 20} q0 14 14 14 H${RIGHT + 4}`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={4.5}
            strokeLinejoin="round"
            transform="translate(0 6)"
          />
          {layers.map((layer) => (
            <Label key={layer.partId} layer={layer} chosen={layer.partId === chosen} />
          ))}
        </svg>
        {onChoose &&
          layers.map((layer) => (
            <PlainButton
              key={layer.partId}
              aria-pressed={layer.partId === chosen}
              aria-label={`${layer.name}: ${withUnit(layer.view.grams, 'g')}, ${carbs(layer.view)}`}
              onClick={() => onChoose(layer.partId)}
              style={{
                position: 'absolute',
                left: 0,
                right: 0,
                top: `${(Math.min(layer.y, layer.labelY - 28) / SHEET.height) * 100}%`,
                height: `${(Math.max(layer.height, 58) / SHEET.height) * 100}%`,
                background: 'none',
                border: 0,
                cursor: 'pointer',
              }}
            />
          ))}
      </div>
      <figcaption className="soft">
        Striped: starch.
        {layers.some((layer) => layer.ghost !== null) && ' Dashed: height before the swap.'}
        {partedWords(parting)}
      </figcaption>
    </figure>
  );
}
