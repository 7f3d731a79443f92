import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '../..');
const workspaces = (): string[] => {
  const { workspaces } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8')) as {
    workspaces: string[];
  };
  return ['.', ...workspaces];
};

/** Packages by where they are asked for: to run, or to build and test alone. */
function asked(kind: 'dependencies' | 'devDependencies'): Set<string> {
  return new Set(
    workspaces().flatMap((w) => {
      const json = JSON.parse(readFileSync(join(ROOT, w, 'package.json'), 'utf8')) as Record<string, object>;
      return Object.keys(json[kind] ?? {}).filter((name) => !name.startsWith('@tribos/'));
    }),
  );
}

/** Packages a section of the list names, each with its reason. */
function listed(section: string): Set<string> {
  const text = readFileSync(join(ROOT, 'docs/dependencies.md'), 'utf8')
    .split('\n## ')
    .find((s) => s.startsWith(section))!;
  return new Set(
    text.split('\n').flatMap((line) => {
      const [, names, why] = /^\| +([^|]+?) +\| +([^|]+?) +\|$/u.exec(line) ?? [];
      return names && why && !/^-+$/u.test(names) && names !== 'package' ? names.split(', ') : [];
    }),
  );
}

describe('what is not ours', () => {
  it('is listed with its reason, and nothing else is', () => {
    const run = asked('dependencies');
    expect([...run].sort()).toEqual([...listed('Needed to run')].sort());
    const rest = [...asked('devDependencies')].filter((name) => !run.has(name));
    expect(rest.sort()).toEqual([...listed('Needed to build')].sort());
  });

  it('is pinned to one version, and runs nothing when it is installed', () => {
    for (const w of workspaces()) {
      const json = JSON.parse(readFileSync(join(ROOT, w, 'package.json'), 'utf8')) as Record<
        string,
        Record<string, string>
      >;
      for (const kind of ['dependencies', 'devDependencies'])
        for (const version of Object.values(json[kind] ?? {})) expect(version).toMatch(/^\d+\.\d+\.\d+$/u);
    }
    expect(readFileSync(join(ROOT, '.npmrc'), 'utf8')).toMatch(/^ignore-scripts=true$/mu);
    const install = readFileSync(join(ROOT, 'scripts/lib/install.mjs'), 'utf8');
    expect(install).toContain(`'ci', ...FOR[who], '--ignore-scripts'`);
    for (const file of readdirSync(join(ROOT, 'scripts'), { recursive: true }) as string[])
      if (file.endsWith('.mjs'))
        expect(readFileSync(join(ROOT, 'scripts', file), 'utf8')).not.toMatch(/npm\('install'/u);
  });
});
