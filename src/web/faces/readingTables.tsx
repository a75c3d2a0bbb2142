import type { Account, MassOfReading, ReadingDetail } from '../../contract';
import type { EdgesTold } from '../../core/edges';
import type { StripsTold } from '../../core/thin';
import { hueTowards } from '../../core/colour';
import { hueWanted, matchedDifference } from '../../core/kinds';
import { useScale } from '../settings';
import { figure, signedFigure } from '../words';
import { ShouldBecome, asPlannedWithin } from './shouldBecome';
import { SortTable, type Column } from '../ui/sortTable';

/** What every table is made from. */
export interface TableProps {
  readonly masses: readonly MassOfReading[];
  readonly account: Account;
  readonly chosen: number | null;
  readonly onChoose: (mass: MassOfReading) => void;
  /** what its edges come to */
  readonly edges: EdgesTold;
  /** what its thin shapes come to */
  readonly thin: StripsTold;
  /** index of the one that is shown */
  readonly thinChosen: number | null;
  readonly onThin: (index: number) => void;
  readonly edgesBefore: ReadingDetail['edgesBefore'];
}

const nameColumn: Column<MassOfReading> = { name: 'Mass', show: ({ name }) => name, by: ({ name }) => name };

/** A table by mass, the furthest from the plan first. */
function MassTable({
  label,
  masses,
  columns,
  chosen,
  onChoose,
}: Omit<TableProps, 'account' | 'edges' | 'thin' | 'thinChosen' | 'onThin' | 'edgesBefore'> & {
  label: string;
  columns: readonly Column<MassOfReading>[];
}) {
  return (
    <SortTable
      label={label}
      rows={masses}
      idOf={({ id }) => id}
      chosen={chosen}
      onChoose={onChoose}
      first={{ column: 3, down: true }}
      columns={[nameColumn, ...columns]}
    />
  );
}

/** Value by mass: plan, painted, difference, spread, how sure; form. */
export function ValueTable({ masses, account, chosen, onChoose }: TableProps) {
  const scale = useScale();
  const formOf = (id: number) => account.forms.find((form) => form.id === id);
  return (
    <MassTable
      label={`Values by mass, ${scale.name}`}
      masses={masses}
      chosen={chosen}
      onChoose={onChoose}
      columns={[
        {
          name: 'plan',
          number: true,
          show: ({ target }) => scale.show(target.value),
          by: ({ target }) => target.value,
        },
        {
          name: 'painted',
          number: true,
          show: ({ painted }) => scale.show(painted.value),
          by: ({ painted }) => painted.value,
        },
        {
          name: 'should become',
          number: true,
          by: ({ difference }) => Math.abs(difference.value),
          show: ({ difference: { value }, uncertainty }) => (
            <ShouldBecome kind="value" amount={value} within={asPlannedWithin('value', uncertainty.value)} />
          ),
        },
        {
          name: 'give or take',
          number: true,
          show: ({ uncertainty }) => (uncertainty.value * scale.per).toFixed(2),
          by: ({ uncertainty }) => uncertainty.value,
        },
        {
          name: 'spread',
          number: true,
          show: ({ spread }) => (spread * scale.per).toFixed(2),
          by: ({ spread }) => spread,
        },
        {
          name: 'turns by',
          number: true,
          by: ({ id }) => formOf(id)?.span.painted ?? null,
          show: ({ id }) => {
            const form = formOf(id);
            const steps = (turned: number) => (turned * scale.per).toFixed(1);
            return form ? `${steps(form.span.painted)} of ${steps(form.span.planned)} steps` : '';
          },
        },
      ]}
    />
  );
}

const COLOUR_LOST = 'not told'; // what the reference has of a mass whose darks are crushed or lights blown

/** Temperature and strength by mass; nothing is compared where the reference has lost its colour. */
export function ColourTable({ masses, account, chosen, onChoose }: TableProps) {
  const told = ({ id }: MassOfReading) => !account.clipped.masses.includes(id);
  const playOf = (mass: MassOfReading) =>
    told(mass) ? account.forms.find((form) => form.id === mass.id)?.play : undefined;
  return (
    <MassTable
      label="Temperature and chroma by mass"
      masses={masses}
      chosen={chosen}
      onChoose={onChoose}
      columns={[
        {
          name: 'plan warmth',
          number: true,
          show: (mass) => (told(mass) ? figure(mass.target.warmth, 0) : COLOUR_LOST),
          by: (mass) => (told(mass) ? mass.target.warmth : null),
        },
        {
          name: 'painted',
          number: true,
          show: ({ painted }) => figure(painted.warmth, 0),
          by: ({ painted }) => painted.warmth,
        },
        {
          name: 'should become',
          number: true,
          by: (mass) => (told(mass) ? Math.abs(matchedDifference(mass).warmth) : null),
          show: (mass) =>
            told(mass) && (
              <ShouldBecome
                kind="temperature"
                amount={matchedDifference(mass).warmth}
                within={asPlannedWithin('temperature', mass.uncertainty.warmth)}
                towards={hueTowards(hueWanted(mass))}
              />
            ),
        },
        {
          name: 'give or take',
          number: true,
          show: ({ uncertainty }) => uncertainty.warmth.toFixed(1),
          by: ({ uncertainty }) => uncertainty.warmth,
        },
        {
          name: 'plan chroma',
          number: true,
          show: (mass) => (told(mass) ? mass.target.chroma.toFixed(0) : COLOUR_LOST),
          by: (mass) => (told(mass) ? mass.target.chroma : null),
        },
        {
          name: 'painted',
          number: true,
          show: ({ painted }) => painted.chroma.toFixed(0),
          by: ({ painted }) => painted.chroma,
        },
        {
          name: 'colour varies',
          number: true,
          by: (mass) => playOf(mass)?.painted ?? null,
          show: (mass) => {
            const play = playOf(mass);
            return play ? `${play.painted.toFixed(1)} of ${play.planned.toFixed(1)} units` : '';
          },
        },
      ]}
    />
  );
}

/** Where each mass is drawn, the whole drawing's shift taken off. */
export function DrawingTable({ masses, account, chosen, onChoose }: TableProps) {
  const drawnOf = (id: number) => account.drawing.masses.find((one) => one.id === id);
  const drawn = masses.filter(({ id }) => drawnOf(id));
  const shift = (id: number, axis: 0 | 1) => drawnOf(id)?.shift[axis] ?? 0;
  const mm = (v: number) => signedFigure('drawing', v);
  return (
    <MassTable
      label="Drawing by mass, millimetres"
      masses={drawn}
      chosen={chosen}
      onChoose={onChoose}
      columns={[
        { name: 'right', number: true, show: ({ id }) => mm(shift(id, 0)), by: ({ id }) => shift(id, 0) },
        { name: 'down', number: true, show: ({ id }) => mm(shift(id, 1)), by: ({ id }) => shift(id, 1) },
        {
          name: 'off by',
          number: true,
          show: ({ id }) => `${Math.hypot(shift(id, 0), shift(id, 1)).toFixed(1)} mm`,
          by: ({ id }) => Math.hypot(shift(id, 0), shift(id, 1)),
        },
        {
          name: 'tilted',
          number: true,
          show: ({ id }) => `${signedFigure('drawing', drawnOf(id)?.tilt ?? 0)}°`,
          by: ({ id }) => Math.abs(drawnOf(id)?.tilt ?? 0),
        },
        {
          name: 'size',
          number: true,
          show: ({ id }) => `${Math.round(100 * (drawnOf(id)?.scale ?? 1))} %`,
          by: ({ id }) => drawnOf(id)?.scale ?? 1,
        },
        {
          name: 'give or take',
          number: true,
          show: ({ id }) => `${(drawnOf(id)?.doubt ?? 0).toFixed(1)} mm`,
          by: ({ id }) => drawnOf(id)?.doubt ?? 0,
        },
      ]}
    />
  );
}

type Relation = Account['relations'][number];

/** The step between every two neighbours, reversed orders first. */
export function RelationTable({ masses, account }: Pick<TableProps, 'masses' | 'account'>) {
  const { per } = useScale();
  const nameOf = (id: number) => masses.find((mass) => mass.id === id)?.name ?? '';
  const steps = (v: number) => figure(v * per, 1);
  const columns: Column<Relation>[] = [
    {
      name: 'Lighter as planned',
      show: ({ ids, reversed }) => <span style={{ fontWeight: reversed ? 700 : undefined }}>{nameOf(ids[0])}</span>,
      by: ({ ids }) => nameOf(ids[0]),
    },
    { name: 'beside', show: ({ ids }) => nameOf(ids[1]), by: ({ ids }) => nameOf(ids[1]) },
    { name: 'step planned', number: true, show: ({ planned }) => steps(planned), by: ({ planned }) => planned },
    { name: 'painted', number: true, show: ({ painted }) => steps(painted), by: ({ painted }) => painted },
    {
      name: 'so',
      number: true,
      by: ({ difference, reversed }) => (reversed ? 100 : 0) + Math.abs(difference),
      show: ({ difference, reversed, uncertainty }) =>
        reversed ? (
          <b>order reversed</b>
        ) : Math.abs(difference) < Math.max(0.2, uncertainty) ? (
          'as planned'
        ) : (
          `${steps(Math.abs(difference))} ${difference > 0 ? 'too far apart' : 'too near'}`
        ),
    },
  ];
  return (
    <SortTable
      label="Relations between neighbours"
      rows={account.relations}
      idOf={({ ids }) => ids.join('-')}
      first={{ column: 4, down: true }}
      columns={columns}
    />
  );
}
