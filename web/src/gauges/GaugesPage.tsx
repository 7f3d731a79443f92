import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { InstrumentView } from '@tribos/contract';
import { calibrationOverdue, formatLength, nm, USUAL, type Instrument } from '@tribos/core/ground';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { useMay } from '../people/index.js';
import { RetiredGauges } from './RetiredGauges.js';
import { Button, dayText, Empty, Failed, Loading, Page } from '../ui/index.js';

const ChooseGauges = lazy(async () => ({ default: (await import('./ChooseGauges.js')).ChooseGauges }));
const GaugeSheet = lazy(async () => ({ default: (await import('./GaugeSheet.js')).GaugeSheet }));

function settingText(i: Instrument, all: readonly InstrumentView[]): string {
  if (i.setting.kind === 'ring') return 'set in a ring';
  if (i.setting.kind === 'micrometer') {
    const { instrumentId } = i.setting;
    return `set in ${all.find((v) => v.instrument.id === instrumentId)?.instrument.name ?? 'a micrometer'}`;
  }
  return '';
}

export function GaugesPage() {
  const { unit } = useSettings();
  const mayEdit = useMay('edit-gauges');
  const [params, setParams] = useSearchParams();
  const [open, setOpen] = useState<InstrumentView | 'new' | null>(null);
  const { data, error, refetch } = useQuery({
    queryKey: keys.gauges,
    queryFn: () => api.get<InstrumentView[]>('/gauges'),
  });
  if (!data)
    return error ? <Failed error={error} retry={() => void refetch()} /> : <Loading what="the gauges" />;
  const inUse = data.filter((v) => v.instrument.retiredOn === null);
  return (
    <Page
      title="Gauges"
      sub="What each can tell decides what a verdict may say."
      actions={
        mayEdit && (
          <>
            <Button onClick={() => setParams({ choose: 'usual' })}>Choose from the usual ones</Button>
            <Button look="brass" onClick={() => setOpen('new')}>
              Add a gauge
            </Button>
          </>
        )
      }
    >
      {inUse.length === 0 && <Empty>No gauge yet. Add those you measure with.</Empty>}
      <div className="overflow-x-auto">
        <table className="w-full min-w-170 border-t border-ink/60 bg-sheet text-left">
          <thead className="text-small text-soft">
            <tr>
              {[
                'gauge',
                `shows, ${unit}`,
                `repeats to (s), ${unit}`,
                `error up to (E), ${unit}`,
                `range, ${unit}`,
                'calibration',
              ].map((h) => (
                <th key={h} className="px-3 py-2 font-normal">
                  {h}
                </th>
              ))}
              <th>
                <span className="sr-only">change</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {inUse.map((view) => (
              <GaugeRow
                key={view.instrument.id}
                view={view}
                all={data}
                onEdit={mayEdit ? () => setOpen(view) : null}
              />
            ))}
          </tbody>
        </table>
      </div>
      <RetiredGauges gauges={data.filter((v) => v.instrument.retiredOn !== null)} />
      {open && (
        <Suspense fallback={null}>
          <GaugeSheet view={open === 'new' ? null : open} all={inUse} onClose={() => setOpen(null)} />
        </Suspense>
      )}
      {params.get('choose') !== null && mayEdit && (
        <Suspense fallback={null}>
          <ChooseGauges onClose={() => setParams({})} />
        </Suspense>
      )}
    </Page>
  );
}

/** A gauge with what it can tell, and how long its calibration holds. */
function GaugeRow({
  view,
  all,
  onEdit,
}: {
  view: InstrumentView;
  all: readonly InstrumentView[];
  onEdit: (() => void) | null;
}) {
  const { unit } = useSettings();
  const figure = (v: number, extra = 0) => formatLength(nm(v), { unit, step: 1_000, extra });
  const i = view.instrument;
  const overdue = calibrationOverdue(i, new Date().toISOString());
  return (
    <tr className="border-t border-rule">
      <td className="px-3 py-2">
        <Link
          to={`/gauges/${i.id}`}
          className="inline-flex min-h-11 items-center font-semibold text-blue underline underline-offset-4"
        >
          {i.name}
        </Link>
        <span className="block text-small text-soft">
          {[USUAL[i.type].name, settingText(i, all), i.contacts === 3 ? 'three-point: sees no ovality' : '']
            .filter(Boolean)
            .join(' · ')}
        </span>
      </td>
      <td className="figure px-3 text-lead">{figure(i.resolution)}</td>
      <td className="figure px-3 text-lead">
        {figure(i.repeatability, 1)}
        <span className="block font-sans text-small text-soft">
          {i.studyRepeats === null ? 'usual for its type' : `own study, ${i.studyRepeats} repeats`}
        </span>
      </td>
      <td className="figure px-3 text-lead">{figure(i.maxError)}</td>
      <td className="figure px-3 whitespace-nowrap">
        {formatLength(nm(i.rangeLow), { unit, step: 1_000_000 })}–
        {formatLength(nm(i.rangeHigh), { unit, step: 1_000_000 })}
      </td>
      <td className="px-3">
        {i.calibrationDue === null ? (
          <span className="text-soft">none on file</span>
        ) : overdue ? (
          <strong className="text-beyond">
            overdue since {dayText(i.calibrationDue)}: its error counts double
          </strong>
        ) : (
          `holds until ${dayText(i.calibrationDue)}`
        )}
      </td>
      <td className="px-1">
        {onEdit && (
          <Button look="quiet" onClick={onEdit} aria-label={`Edit ${i.name}`}>
            Edit
          </Button>
        )}
      </td>
    </tr>
  );
}
