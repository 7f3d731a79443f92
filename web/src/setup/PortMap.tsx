import { placeKey, type JobFile, type LengthUnit, type Place } from '@tribos/core/ground';
import { placeOn, spot } from '@tribos/core/measurands';
import {
  matchText,
  PORT_ROOF,
  PORT_WIDTH,
  portMap,
  portMatches,
  type MappedPort,
  type PortFigure,
} from '@tribos/core/setup';
import { lengthIn } from '../forms/index.js';

const W = 560;
const H = 96;
const TOP = 4;

const turn = (angle: number): number => ((angle % 360) + 360) % 360;

/** From where a port reaches to where, degrees from −180: as wide as it was read, about the middle of the sheet’s. */
function across({ thing: { port }, width }: MappedPort, of: 'before' | 'now', bore: number) {
  const middle = turn((port.from + port.to) / 2 + 180) - 180;
  const chord = width[of]?.value;
  const half =
    chord === undefined ? (port.to - port.from) / 2 : (Math.asin(Math.min(1, chord / bore)) * 180) / Math.PI;
  return { from: middle - half, to: middle + half };
}

/** Ports of every cylinder over their walls unrolled: as they were, as they are; what should be alike and is not. */
export function PortMap({
  file,
  unit,
  current,
  onPick,
}: {
  file: JobFile;
  unit: LengthUnit;
  current: Place;
  onPick: (at: Place) => void;
}) {
  const all = portMap(file);
  if (all.length === 0) return null;
  const text = lengthIn(unit);
  const matches = [...portMatches(file)].sort((a, b) => Number(b.uneven) - Number(a.uneven));
  return (
    <section className="mt-4 bg-sheet p-3" aria-label="Port map">
      <h2 className="text-title font-semibold">Ports, before and after</h2>
      <p className="text-small text-soft">
        Dashed as they were, filled as they are; the sheet’s outline where nobody read. Port work is for the
        porter’s hand and the maker’s figures: Tribos draws, it does not tell how.
      </p>
      <div className="mt-2 grid gap-4 lg:grid-cols-2">
        {file.engine.cylinders.map((name, c) => {
          const mine = all.filter((p) => p.thing.cylinder === c);
          return (
            <div key={name}>
              <h3 className="font-semibold first-letter:uppercase">{name}</h3>
              <Wall ports={mine} bore={file.engine.bore} />
              <table className="w-full text-left">
                <thead>
                  <tr className="text-small text-soft">
                    <th className="py-1 font-normal">port</th>
                    <th className="font-normal">roof</th>
                    <th className="font-normal">width</th>
                    <th className="font-normal">of the bore</th>
                  </tr>
                </thead>
                <tbody>
                  {mine.map((p) => (
                    <tr key={p.thing.key} className="border-t border-rule align-middle">
                      <th scope="row" className="py-1 font-semibold">
                        {p.thing.name.replace(`${name}, `, '')}
                      </th>
                      {([PORT_ROOF, PORT_WIDTH] as const).map((m) => {
                        const at = placeOn(m, p.thing, spot(''));
                        const of = m === PORT_ROOF ? p.roof : p.width;
                        const now = placeKey(at) === placeKey(current);
                        return (
                          <td key={m.part}>
                            <button
                              type="button"
                              aria-current={now ? 'true' : undefined}
                              onClick={() => onPick(at)}
                              className={`figure min-h-11 min-w-24 px-1 text-left ${now ? 'outline-3 -outline-offset-3 outline-brass' : ''}`}
                            >
                              <span className="sr-only">{`${p.thing.name}, ${m.name}: `}</span>
                              <Read of={of} text={text} />
                            </button>
                          </td>
                        );
                      })}
                      <td className="figure">{p.share === null ? '–' : `${(100 * p.share).toFixed(1)} %`}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          );
        })}
      </div>
      {matches.length > 0 && (
        <ul className="mt-2" aria-label="What should be alike">
          {matches.map((m) => (
            <li
              key={`${m.of}:${m.a.key}:${m.b.key}`}
              className={`border-t border-rule py-1 ${m.uneven ? 'font-semibold text-undecided' : ''}`}
            >
              {matchText(m, unit)}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function Read({ of, text }: { of: PortFigure; text: (v: number) => string }) {
  if (of.before && of.now)
    return (
      <>
        <span className="block text-small leading-tight text-soft">{text(of.before.value)} →</span>
        <span className="block leading-tight">{text(of.now.value)}</span>
      </>
    );
  if (of.now) return <>{text(of.now.value)}</>;
  if (of.before)
    return (
      <>
        <span className="block text-small leading-tight text-soft">was {text(of.before.value)}</span>
        <span className="block leading-tight">–</span>
      </>
    );
  return (
    <>
      <span className="block text-small leading-tight text-soft">sheet {text(of.sheet)}</span>
      <span className="block leading-tight">–</span>
    </>
  );
}

function Wall({ ports, bore }: { ports: readonly MappedPort[]; bore: number }) {
  // Only as much of the wall as has ports in it.
  const [top, deepest] = [
    Math.min(...ports.map((p) => p.thing.port.roof)) * 0.85,
    Math.max(...ports.map((p) => p.thing.port.floor)) * 1.06,
  ];
  const y = (depth: number): number => TOP + ((depth - top) / (deepest - top)) * H;
  const x = (angle: number): number => ((angle + 180) / 360) * W;
  const box = (p: MappedPort, of: 'before' | 'now') => {
    const { from, to } = across(p, of, bore);
    const roof = p.roof[of]?.value ?? p.thing.port.roof;
    return { x: x(from), y: y(roof), width: x(to) - x(from), height: y(p.thing.port.floor) - y(roof) };
  };
  return (
    <svg viewBox={`0 0 ${W} ${TOP + H + 18}`} className="w-full text-ink" aria-hidden="true">
      <rect x="0.5" y={TOP} width={W - 1} height={H} className="fill-page stroke-ink" />
      {ports.map((p) => (
        <g key={p.thing.key}>
          <rect
            {...box(p, 'now')}
            className={p.roof.now || p.width.now ? 'fill-blue/25 stroke-blue' : 'fill-none stroke-rule'}
            strokeWidth="1.5"
          />
          {(p.roof.before || p.width.before) && (
            <rect
              {...box(p, 'before')}
              fill="none"
              className="stroke-brass"
              strokeWidth="1.5"
              strokeDasharray="5 3"
            />
          )}
        </g>
      ))}
      {[-90, 0, 90].map((a) => (
        <text key={a} x={x(a)} y={TOP + H + 14} textAnchor="middle" className="figure fill-soft text-[11px]">
          {turn(a)}°
        </text>
      ))}
    </svg>
  );
}
