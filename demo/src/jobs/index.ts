import { um, type Instrument } from '@tribos/core';
import { brask59, drumlin386, varrow312, varrow644 } from '../engines/index.js';
import { benches } from '../shop.js';
import { LogBook, type DemoJob } from './build.js';

export type { DemoJob } from './build.js';

const DAY = 86_400_000;
const day = (now: Date, away: number): string =>
  new Date(now.getTime() + away * DAY).toISOString().slice(0, 10);
const twenty = { celsius: 20, measured: true, sameBench: true };

/** The jobs on the shelf when the demo starts, dated from `now`. */
export function jobs(now: Date, instruments: readonly Instrument[]): DemoJob[] {
  const book = (engine: DemoJob['engine'], daysAgo: number, by: string) =>
    new LogBook(engine, instruments, new Date(now.getTime() - daysAgo * DAY), by);
  const tomasz = 'Tomasz Adeyemi';
  return [
    {
      engine: varrow644,
      customer: { name: 'Anselm Duarte', phone: '0155 010 31' },
      facts: {
        machine: 'Varrow 644 Twin',
        engineNumber: '644-20817',
        use: '38 400 km',
        complaint: 'Uses oil, rattles cold',
        bench: benches[0]!,
        promised: day(now, 10),
        plan: 'full',
        seized: false,
        thermal: twenty,
        fitted: { piston: null, ring: null },
      },
      createdDaysAgo: 6,
      log: book(varrow644, 1, tomasz)
        .bore(0, 'full', 'telescoping', [
          '77.097',
          '77.084',
          '77.071',
          '77.084',
          '77.081',
          '77.074',
          '77.066',
          '77.073',
          '77.058',
          '77.056',
          '77.055',
          '77.057',
        ])
        .bore(1, 'full', 'bore-gauge-2', [
          '77.118',
          '77.142',
          '77.116',
          '77.090',
          '77.096',
          '77.104',
          '77.083',
          '77.075',
          '77.062',
          '77.064',
          '77.055',
          '77.054',
        ])
        .score(1, um(10))
        .note('Score on the right wall, exhaust side, 0.010 deep by the edge of a straightedge and leaf.')
        .piston(0, null, 'mic-75-100', '76.951')
        .piston(1, null, 'mic-75-100', '76.902', 'crown').log,
      decisions: [],
    },
    {
      engine: varrow312,
      customer: { name: 'Leilani Brandt', phone: '0155 010 77' },
      facts: {
        machine: 'Varrow 312 MX',
        engineNumber: 'MX-3301-44',
        use: '61 h',
        complaint: 'Due for a top end; forged kit brought by the customer',
        bench: benches[1]!,
        promised: day(now, 4),
        plan: 'usual',
        seized: false,
        thermal: twenty,
        fitted: { piston: null, ring: null },
      },
      createdDaysAgo: 9,
      log: book(varrow312, 2, tomasz)
        .bore(0, 'usual', 'bore-gauge-1', ['79.008', '79.006', '79.007', '79.006', '79.006', '79.005'])
        .piston(0, 'varrow-312-mx.corrie.corrie-forged', 'mic-75-100', '78.940').log,
      decisions: [
        {
          id: 'decision-1',
          at: new Date(now.getTime() - 1.5 * DAY).toISOString(),
          by: 'Mirela Okafor-Lind',
          kitId: 'varrow-312-mx.corrie.corrie-forged',
          reason: 'The customer brought the forged kit; its own sheet governs clearance and gaps.',
        },
      ],
    },
    {
      engine: brask59,
      customer: { name: 'Yusuf Hallgrim', phone: '0155 010 12' },
      facts: {
        machine: 'Brask 59',
        engineNumber: '59-118803',
        use: 'three winters',
        complaint: 'Low compression, hard to start hot',
        bench: benches[2]!,
        promised: day(now, 2),
        plan: 'usual',
        seized: false,
        thermal: { celsius: 20, measured: true, sameBench: false },
        fitted: { piston: null, ring: null },
      },
      createdDaysAgo: 3,
      log: book(brask59, 1, 'Ngaire Solano')
        .bore(0, 'usual', 'calliper', ['45.22', '45.22', '45.21', '45.22', '45.21', '45.21'])
        .piston(0, null, 'calliper', '45.13').log,
      decisions: [],
    },
    {
      engine: drumlin386,
      customer: { name: 'Petra Nakagawa', phone: '0155 010 58' },
      facts: {
        machine: 'Drumlin 386',
        engineNumber: 'D386-07712',
        use: '2 900 km, farm',
        complaint: 'Blue smoke on the overrun',
        bench: null,
        promised: day(now, 18),
        plan: 'usual',
        seized: false,
        thermal: twenty,
        fitted: { piston: 'Lintel', ring: null },
      },
      createdDaysAgo: 1,
      log: [],
      decisions: [],
    },
  ];
}
