import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { useParams } from 'react-router';
import type { InstrumentView, StudyView } from '@tribos/contract';
import { FEWEST_REPEATS, formatLength, nm, studyCells, studyFor, USUAL } from '@tribos/core/ground';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { useMay, useSession } from '../people/index.js';
import { RetireGauge } from './RetireGauge.js';
import { StudyList } from './StudyList.js';
import { Button, dayText, Empty, Failed, Loading, Page } from '../ui/index.js';

const StudySheet = lazy(async () => ({ default: (await import('./StudySheet.js')).StudySheet }));
const StudyTable = lazy(async () => ({ default: (await import('./StudyTable.js')).StudyTable }));

/** One gauge: how well each person repeats with it, and what part of the scatter is the hands. */
export function GaugePage() {
  const { id = '' } = useParams();
  const { unit } = useSettings();
  const session = useSession();
  const mayMeasure = useMay('measure');
  const mayEdit = useMay('edit-gauges');
  const [studying, setStudying] = useState(false);
  const gauges = useQuery({ queryKey: keys.gauges, queryFn: () => api.get<InstrumentView[]>('/gauges') });
  const studies = useQuery({ queryKey: keys.studies, queryFn: () => api.get<StudyView[]>('/studies') });
  const failed = gauges.error ?? studies.error;
  if (!gauges.data || !studies.data)
    return failed ? (
      <Failed error={failed} retry={() => void Promise.all([gauges.refetch(), studies.refetch()])} />
    ) : (
      <Loading what="the gauge" />
    );
  const view = gauges.data.find((v) => v.instrument.id === id);
  if (!view) return <Failed error={new Error('There is no such gauge in this shop.')} />;
  const gauge = view.instrument;
  const own = studies.data.filter((s) => s.instrumentId === gauge.id);
  const counted = own.filter((s) => s.retiredOn === null);
  const usable = counted.flatMap((s) => (s.s === null ? [] : [{ ...s, s: s.s }]));
  const people = [...new Set(usable.map((s) => s.by))];
  const me = session.data?.person.name ?? '';
  const figure = (v: number) => formatLength(nm(Math.round(v)), { unit, step: 1_000, extra: 1 });
  const cells = studyCells(counted);
  const compares = gauge.type === 'leaf';

  return (
    <Page
      title={gauge.name}
      sub={`${gauge.retiredOn === null ? '' : `Retired: in use until ${dayText(gauge.retiredOn)}. `}${USUAL[gauge.type].name}. What a person’s own repeats show is used for that person from then on.`}
      actions={
        <>
          {mayEdit && <RetireGauge view={view} />}
          {mayMeasure && !compares && gauge.retiredOn === null && (
            <Button look="brass" onClick={() => setStudying(true)}>
              Study my repeatability
            </Button>
          )}
        </>
      }
    >
      {compares ? (
        <Empty>
          Leaves go or do not go: they have no repeatability of their own, only the tolerance of a leaf.
        </Empty>
      ) : (
        <>
          <section className="bg-sheet p-4">
            <h2 className="mb-2 font-semibold">Own repeatability</h2>
            <table className="w-full text-left">
              <thead className="text-small text-soft">
                <tr>
                  <th className="py-1 font-normal">who</th>
                  <th className="py-1 font-normal">s, {unit}</th>
                  <th className="py-1 font-normal">repeats</th>
                  <th className="py-1 font-normal">when</th>
                </tr>
              </thead>
              <tbody>
                <tr className="border-t border-rule text-soft">
                  <td className="py-1">
                    {gauge.studyRepeats === null ? 'usual for its type' : 'the gauge’s own study'}
                  </td>
                  <td className="figure py-1 text-lead">{figure(gauge.repeatability)}</td>
                  <td className="figure py-1">{gauge.studyRepeats ?? '–'}</td>
                  <td className="py-1">–</td>
                </tr>
                {people.map((by) => {
                  const s = studyFor(usable, gauge.id, by)!;
                  return (
                    <tr key={by} className={`border-t border-rule ${by === me ? 'font-semibold' : ''}`}>
                      <td className="py-1">{by}</td>
                      <td className="figure py-1 text-lead">{figure(s.s)}</td>
                      <td className="figure py-1">{s.repeats}</td>
                      <td className="py-1">{dayText(s.at)}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
            {!people.includes(me) && (
              <p className="mt-2 text-soft">
                Yours is not known yet: {FEWEST_REPEATS} blind repeats on one part, about five minutes.
              </p>
            )}
          </section>
          <section className="bg-sheet p-4">
            <h2 className="mb-2 font-semibold">Gauge or hands</h2>
            {cells ? (
              <Suspense fallback={<Loading what="the study" />}>
                <StudyTable cells={cells} unit={unit} />
              </Suspense>
            ) : (
              <Empty>
                When two people have measured the same two parts, twice or more each, this shows what part of
                the scatter is the gauge and what part the hands. Study with the same name for the same part.
              </Empty>
            )}
          </section>
          <StudyList studies={own} unit={unit} mayRetire={mayEdit} />
        </>
      )}
      {studying && (
        <Suspense fallback={null}>
          <StudySheet
            gauge={gauge}
            parts={[...new Set(own.map((s) => s.part))]}
            unit={unit}
            onClose={() => setStudying(false)}
          />
        </Suspense>
      )}
    </Page>
  );
}
