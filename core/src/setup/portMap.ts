import { ofLog } from '../facts/index.js';
import { difference, uncertaintyOf, type Estimate } from '../gauges/index.js';
import { fact, type JobFile } from '../job/index.js';
import { isDoneOn, workOf } from '../cylinder/index.js';
import { readThing } from '../measurands/index.js';
import { PORT_ROOF, PORT_WIDTH, portsOf, type PortThing } from './portMeasures.js';

/** A figure of a port: as the sheet has it, as it was read before it was worked on, as it is read now. */
export interface PortFigure {
  readonly sheet: number;
  readonly before: Estimate | null;
  readonly now: Estimate | null;
}

export interface MappedPort {
  readonly thing: PortThing;
  readonly roof: PortFigure;
  readonly width: PortFigure;
  /** Width now, of the bore; null where it was not read. */
  readonly share: number | null;
}

/** Two windows that should be alike: left and right of one cylinder, or one of each cylinder. */
export interface PortMatch {
  readonly of: 'roof' | 'width';
  readonly a: PortThing;
  readonly b: PortThing;
  /** b less a, nm, and what of it may be the gauge’s, 95 %. */
  readonly apart: number;
  readonly may: number;
  readonly uneven: boolean;
}

const PORT_WORK: ReadonlySet<string> = new Set(['ports-eased', 'ports-worked']);

const logThen = ofLog('log then', (log, at: number) => log.slice(0, at));
const fileThen = fact('job then', (file, at: number): JobFile => ({ ...file, log: logThen(file.log, at) }));

/** The job as it stood before each work on the ports of a cylinder, the first one first; of the cylinder that is on it. */
function earlier(file: JobFile, cylinder: number): readonly JobFile[] {
  const works = workOf(file.log).filter(({ entry }) => isDoneOn(entry, cylinder));
  const since = works.findLast(({ entry }) => entry.what === 'exchanged')?.at ?? -1;
  return works.filter((w) => w.at > since && PORT_WORK.has(w.entry.what)).map((w) => fileThen(file, w.at));
}

/** Every port of every cylinder: heights and widths before and after. */
export const portMap = fact('portMap', (file): readonly MappedPort[] => {
  const read = (of: JobFile, m: typeof PORT_ROOF, t: PortThing): Estimate | null =>
    readThing(of, m, t).places.get('')?.result?.estimate ?? null;
  const nominal = (m: typeof PORT_ROOF, t: PortThing): number =>
    m.things(file.engine).find((x) => x.key === t.key)?.nominal ?? 0;
  return portsOf(file.engine).map((thing) => {
    const of = (m: typeof PORT_ROOF): PortFigure => ({
      sheet: nominal(m, thing),
      before: earlier(file, thing.cylinder).flatMap((f) => read(f, m, thing) ?? [])[0] ?? null,
      now: read(file, m, thing),
    });
    const width = of(PORT_WIDTH);
    return {
      thing,
      roof: of(PORT_ROOF),
      width,
      share: width.now ? width.now.value / file.engine.bore : null,
    };
  });
});

/** Where each port opens now: as it was read, else as the sheet has it. */
export const portsNow = (file: JobFile): readonly { readonly thing: PortThing; readonly roof: number }[] =>
  portMap(file).map(({ thing, roof }) => ({ thing, roof: roof.now?.value ?? thing.port.roof }));

const mirrored = (a: PortThing, b: PortThing): boolean =>
  a.cylinder === b.cylinder && a.port.name === b.port.name && a.at < b.at;
const twins = (a: PortThing, b: PortThing): boolean => a.at === b.at && a.cylinder + 1 === b.cylinder;

/** What is read of windows that should be alike, and whether they can be told apart. No limit is on file for it. */
export function portMatches(file: JobFile): readonly PortMatch[] {
  const all = portMap(file);
  return all.flatMap((a) =>
    all.flatMap((b) =>
      !mirrored(a.thing, b.thing) && !twins(a.thing, b.thing)
        ? []
        : (['roof', 'width'] as const).flatMap((of): PortMatch[] => {
            const [x, y] = [a[of].now, b[of].now];
            if (!x || !y) return [];
            const apart = difference(y, x);
            const may = 2 * uncertaintyOf(apart).u;
            return [
              { of, a: a.thing, b: b.thing, apart: apart.value, may, uneven: Math.abs(apart.value) > may },
            ];
          }),
    ),
  );
}
