import { WALL_TEXT } from '../../core/words';
import { fileUrl, type Job, type Painting } from '../../contract';
import { useScale, useSettings } from '../settings';
import { DifferenceField, useDifferences } from '../faces/differenceField';
import { ShouldBecome, asPlannedWithin } from '../faces/shouldBecome';
import { SortTable } from '../ui/sortTable';

const WIDE = 900; // drawing units across the flat

/**
 * A reading that is being made: the flat as soon as it is squared and lit, then the map on it and the values by mass.
 */
export function ComingIn({ job, painting, guessed }: { job: Job; painting: Painting; guessed: boolean }) {
  const scale = useScale();
  const { settings } = useSettings();
  const { early, id } = job;
  // Whoever guesses first sees no number before.
  const shown = !settings.guessFirst || guessed;
  const map = useDifferences(shown && early?.map ? fileUrl('jobDifferences', id) : null);
  const high = (WIDE * painting.heightMm) / painting.widthMm;
  return (
    <section
      aria-label="The reading, as it comes in"
      data-testid="coming-in"
      className="grid items-start gap-6 md:grid-cols-[3fr_2fr]"
    >
      <div>
        <div className="relative" style={{ aspectRatio: painting.widthMm / painting.heightMm }}>
          <img
            src={fileUrl('jobFlat', id)}
            alt="The painting, squared and lit"
            className="absolute inset-0 h-full w-full"
          />
          {map && (
            <svg viewBox={`0 0 ${WIDE} ${high}`} className="absolute inset-0 h-full w-full" aria-hidden="true">
              <DifferenceField map={map} of="value" painting={painting} toPx={([x, y]) => [x * WIDE, y * high]} />
            </svg>
          )}
        </div>
        <p className="small mt-2" role="status">
          {map ? WALL_TEXT.readingComesIn : WALL_TEXT.flatComesIn}
        </p>
      </div>
      {shown && early && early.masses.length > 0 && (
        <SortTable
          label="Values by mass, as they come in"
          rows={early.masses}
          idOf={(mass) => mass.id}
          first={{ column: 3, down: true }}
          columns={[
            { name: 'Mass', show: ({ name }) => name, by: ({ name }) => name },
            { name: 'plan', number: true, show: ({ planned }) => scale.show(planned), by: ({ planned }) => planned },
            { name: 'painted', number: true, show: ({ painted }) => scale.show(painted), by: ({ painted }) => painted },
            {
              name: 'should become',
              number: true,
              by: ({ planned, painted }) => Math.abs(painted - planned),
              show: ({ planned, painted, doubt }) => (
                <ShouldBecome kind="value" amount={painted - planned} within={asPlannedWithin('value', doubt)} />
              ),
            },
          ]}
        />
      )}
    </section>
  );
}
