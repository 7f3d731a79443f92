import { oneFigure, thingsOfKind, type Measurand, type Thing } from '../measurands/index.js';
import type { EngineSpec, Port } from '../specs/index.js';
import { nm } from '../units/index.js';

/** A window of one cylinder's wall. */
export interface PortThing extends Thing {
  readonly cylinder: number;
  readonly port: Port;
  /** Its place in the sheet's list. */
  readonly at: number;
}

/** A port by its side where the sheet has two of a name: mirrored about 0°, the left and the right. */
const named = ({ ports }: Pick<EngineSpec, 'ports'>, port: Port): string =>
  ports.filter((p) => p.name === port.name).length === 1
    ? port.name
    : `${port.name}, ${((port.from + port.to) / 2 + 360) % 360 < 180 ? 'right' : 'left'}`;

/** Every port of every cylinder. */
export const portsOf = (engine: EngineSpec): readonly PortThing[] =>
  thingsOfKind('cylinder')(engine).flatMap((t) => {
    const cylinder = Number(t.key.split(':')[1] ?? 0);
    return engine.ports.map((port, at): PortThing => ({
      key: `${t.key}:port:${at}`,
      name: `${engine.cylinders.length === 1 ? '' : `${engine.cylinders[cylinder]}, `}${named(engine, port)}`,
      part: t.part,
      cylinder,
      port,
      at,
    }));
  });

const sized = (nominal: (t: PortThing, engine: EngineSpec) => number) => (engine: EngineSpec) =>
  portsOf(engine).map((t) => ({ ...t, nominal: nm(Math.round(nominal(t, engine))) }));

/** How far down its highest place lies: what its timing hangs on. */
export const PORT_ROOF = oneFigure({
  part: 'setup.port-roof',
  name: 'port roof',
  sense: 'outside',
  // Its rod goes down from the deck; no micrometer does.
  by: ['calliper'],
  feature: 'setup.port-roof',
  how: 'smallest',
  sides: ['min'],
  things: sized((t) => t.port.roof),
  ifLimit: true,
  held: 'depth gauge from the deck, or a rule and a lamp, to the highest place of its upper edge where the face still is',
  definition: 'from the deck to the highest place of its roof',
  reopens: 'ports',
  // A porter puts it where he wants it.
  loose: true,
  aside: true,
});

/** How wide it is, straight across. */
export const PORT_WIDTH = oneFigure({
  part: 'setup.port-width',
  name: 'port width',
  sense: 'inside',
  by: ['calliper'],
  feature: 'setup.port-width',
  how: 'largest',
  sides: ['max'],
  things: sized(({ port }, { bore }) => bore * Math.sin((((port.to - port.from) / 2) * Math.PI) / 180)),
  ifLimit: true,
  held: 'straight across at its widest place, edge to edge on the wall',
  definition: 'chord of its widest place',
  reopens: 'ports',
  // A porter puts it where he wants it.
  loose: true,
  aside: true,
});

export const PORT_MEASURES: readonly Measurand[] = [PORT_ROOF, PORT_WIDTH];
