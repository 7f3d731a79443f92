import { api, clientId, freshJob } from './job.mjs';

const MINUTE = 60_000;

/** Where a plan of two directions and three depths reads a bore of an engine without windows. */
const plan = (/** @type {any} */ engine, /** @type {number} */ cylinder) =>
  [engine.depths.top, engine.depths.mid, engine.depths.low].flatMap((depth) =>
    [0, 90].map((angle) => ({ part: 'bore', cylinder, depth, angle })),
  );

/**
 * A job whose rings are next: bores and pistons read, the way decided, walls washed two hours ago, pistons sliding.
 * @param way name of the kit that goes in, or the way without one; places where windows turn the plan
 */
export async function ringsNext(
  /** @type {any} */ driver,
  /** @type {string} */ model,
  { kit = '', route = 'reuse', places = /** @type {number[][] | null} */ (null) } = {},
) {
  const id = await freshJob(driver, model);
  const { file } = (await api(driver, 'GET', `/jobs/${id}`)).body;
  const { engine, instruments } = file;
  const kitId = engine.kits.find((/** @type {any} */ k) => k.name === kit)?.id ?? null;
  let at = Date.now() - 150 * MINUTE;
  const entry = (/** @type {object} */ fields) => ({
    id: clientId(),
    at: new Date((at += 1_000)).toISOString(),
    ...fields,
  });
  const gauge = (/** @type {string} */ type, /** @type {number} */ size) =>
    instruments.find(
      (/** @type {any} */ i) => i.type === type && i.rangeLow <= size * 1e6 && size * 1e6 <= i.rangeHigh,
    ).id;
  const read = (/** @type {any} */ station, /** @type {number} */ size, /** @type {string} */ type) =>
    entry({ kind: 'reading', station, instrumentId: gauge(type, size), text: size.toFixed(3) });
  const decided = await api(driver, 'POST', `/jobs/${id}/decisions`, {
    id: clientId(),
    route,
    kitId,
    reason: '',
  });
  if (decided.status >= 300) throw new Error(JSON.stringify(decided));
  const size = engine.bore / 1e6;
  const piston =
    (engine.kits.find((/** @type {any} */ k) => k.id === kitId)?.piston ?? engine.bore - 40_000) / 1e6;
  const entries = engine.cylinders.flatMap((/** @type {string} */ _, /** @type {number} */ cylinder) => [
    ...(
      places?.map(([depth, angle]) => ({ part: 'bore', cylinder, depth: depth * 1e6, angle })) ??
      plan(engine, cylinder)
    ).map((s) => read(s, size + 0.006, size < 50 ? 'calliper' : 'dial-bore')),
    read(
      { part: 'piston', cylinder, place: 'gauge-height', kit: kitId },
      piston,
      size < 50 ? 'calliper' : 'micrometer',
    ),
    entry({ kind: 'work', what: 'washed', cylinder, kitId: null, ticket: null, text: '' }),
    // After the kit was decided on: what slid before was another piston.
    { ...entry({ kind: 'free-slide', cylinder, slides: 'freely' }), at: new Date().toISOString() },
  ]);
  const kept = await api(driver, 'POST', `/jobs/${id}/log`, { entries });
  if (kept.status >= 300) throw new Error(JSON.stringify(kept.body));
  return id;
}
