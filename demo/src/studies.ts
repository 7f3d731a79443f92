/** Repeats of one person with one gauge on one part, as typed. */
export interface DemoStudy {
  readonly instrument: string;
  readonly part: string;
  readonly by: string;
  readonly daysAgo: number;
  readonly texts: readonly string[];
}

const [mirela, tomasz, ngaire] = ['Mirela Okafor-Lind', 'Tomasz Adeyemi', 'Ngaire Solano'];

const cell = (by: string, part: string, daysAgo: number, ...texts: string[]): DemoStudy => ({
  instrument: 'bore-gauge-2',
  part,
  by,
  daysAgo,
  texts,
});

/** The shop's own studies: three people on three old sleeves, and the apprentice alone with a micrometer. */
export const studies: readonly DemoStudy[] = [
  cell(mirela!, 'sleeve A, low', 63, '77.021', '77.022', '77.020'),
  cell(mirela!, 'sleeve B, low', 63, '77.048', '77.049', '77.049'),
  cell(mirela!, 'sleeve C, low', 63, '77.007', '77.006', '77.008'),
  cell(tomasz!, 'sleeve A, low', 62, '77.023', '77.021', '77.022'),
  cell(tomasz!, 'sleeve B, low', 62, '77.050', '77.048', '77.051'),
  cell(tomasz!, 'sleeve C, low', 62, '77.009', '77.008', '77.006'),
  cell(ngaire!, 'sleeve A, low', 61, '77.026', '77.022', '77.027'),
  cell(ngaire!, 'sleeve B, low', 61, '77.055', '77.050', '77.052'),
  cell(ngaire!, 'sleeve C, low', 61, '77.012', '77.013', '77.008'),
  {
    instrument: 'mic-75-100',
    part: 'setting bar 75',
    by: ngaire!,
    daysAgo: 60,
    texts: [
      '75.001',
      '75.003',
      '75.000',
      '74.999',
      '75.004',
      '75.002',
      '74.998',
      '75.003',
      '75.001',
      '75.004',
    ],
  },
];
