import { Injectable } from '@nestjs/common';
import type { EngineView, SpecFileBody, SpecFilePreview, TakeSpecFile } from '@tribos/contract';
import {
  factTaken,
  kitFile,
  kitFileChanges,
  readSpecFile,
  specChanges,
  specFile,
  withSources,
  type EngineSpec,
  type Kit,
  type Limit,
  type SpecChange,
  type SpecFileReading,
} from '@tribos/core';
import { v7 } from 'uuid';
import { notFound, ProblemError } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { today } from '../kit/today.js';
import { AuditService } from '../people/index.js';
import { EnginesService } from './engines.service.js';
import { PARTS } from './sheetParts.js';

type Read = Extract<SpecFileReading, { ok: true }>;

const nameOf = (e: Pick<EngineSpec, 'maker' | 'model'>): string => `${e.maker} ${e.model}`;
const ofFile = (read: Read) => (read.kind === 'engine' ? read.engine : read.file.for);

/** Engines and kits as files: handed to another shop, and brought in from one, looked at before. */
@Injectable()
export class SpecFilesService {
  constructor(
    private readonly engines: EnginesService,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  async file(engineId: string): Promise<{ name: string; json: string }> {
    const spec = await this.engines.spec(engineId);
    return { name: nameOf(spec), json: JSON.stringify(specFile(spec), null, 2) };
  }

  async kitFile(engineId: string, kitId: string): Promise<{ name: string; json: string }> {
    const spec = await this.engines.spec(engineId);
    const kit = spec.kits.find((k) => k.id === kitId);
    if (!kit) throw notFound('kit');
    return { name: `${kit.maker} ${kit.name}`, json: JSON.stringify(kitFile(spec, kitId), null, 2) };
  }

  async preview({ file, into }: SpecFileBody): Promise<SpecFilePreview> {
    const read = this.read(file);
    const { maker, model } = ofFile(read);
    const all = await this.engines.list();
    const found = into === null ? all.find((e) => e.maker === maker && e.model === model) : { id: into };
    const mine = found ? await this.engines.spec(found.id) : null;
    return {
      kind: read.kind,
      title:
        read.kind === 'engine'
          ? nameOf(read.engine)
          : `${read.file.kit.maker} ${read.file.kit.name}, for ${nameOf(read.file.for)}`,
      into: mine && { id: mine.id, name: nameOf(mine) },
      could: all.map((e) => ({ id: e.id, name: nameOf(e) })),
      changes: this.changes(read, mine),
    };
  }

  /** Takes what was chosen of a file; what it replaces is as if it was typed anew. Sent again it changes nothing. */
  async take({ file, into, id, take }: TakeSpecFile): Promise<EngineView> {
    const read = this.read(file);
    const mine = into === null ? null : await this.engines.spec(into);
    if (!mine && read.kind === 'kit')
      throw new ProblemError(422, 'into', 'A kit goes to an engine: say which. Nothing was brought in.');
    if (!mine && (await this.engines.has(id))) return this.engines.view(id);
    const chosen = new Set(take);
    const changes = this.changes(read, mine).filter((c) => c.state !== 'same' && chosen.has(c.key));
    const engine = mine ?? {
      ...(read as { engine: EngineSpec }).engine,
      id,
      limits: [],
      kits: [],
      parts: {},
    };
    const now = this.merged(engine, changes, read.kind === 'kit' ? read.file.kit.maker : null);
    if (mine) await this.engines.replace(mine, now);
    else await this.engines.keep(now);
    this.audit.note('specification brought in', engine.id, {
      of: nameOf(ofFile(read)),
      taken: changes.map((c) => c.key),
    });
    return this.engines.view(engine.id);
  }

  private read(file: object): Read {
    const read = readSpecFile(file);
    if (read.ok) return read;
    throw new ProblemError(
      422,
      'not-a-specification',
      `This file cannot be brought in: ${read.misfits[0]!.path} ${read.misfits[0]!.sentence}. Nothing was changed.`,
      { errors: read.misfits },
    );
  }

  private changes(read: Read, mine: EngineSpec | null): SpecChange[] {
    if (read.kind === 'engine') return specChanges(mine, read.engine);
    return mine ? kitFileChanges(mine, read.file) : [];
  }

  /** Typed by whoever brings it in, and checked by nobody of this shop. */
  private own<T>(part: T): T {
    const { name: enteredBy } = this.scope.who;
    return withSources(part, (s) => ({ ...s, enteredBy, enteredOn: today(), checkedBy: null }));
  }

  /** @param maker whose records of a part they are, for a kit file: the others stay */
  private merged(engine: EngineSpec, changes: readonly SpecChange[], maker: string | null): EngineSpec {
    let now = engine;
    for (const { what, key, mine, theirs } of changes) {
      if (what === 'fact') now = factTaken(now, key.slice('fact:'.length), theirs);
      else if (what === 'part')
        now = { ...now, parts: { ...now.parts, ...this.part(now, key, theirs, maker) } };
      else if (what === 'limit') {
        const limit = { ...this.own(theirs as Limit), id: (mine as Limit | null)?.id ?? v7() };
        const others = now.limits.map((l) => (l.id === limit.id ? limit : l));
        now = { ...now, limits: mine ? others : [...now.limits, limit] };
      } else {
        const kit = { ...(theirs as Kit), id: (mine as Kit | null)?.id ?? v7() };
        const others = now.kits.map((k) => (k.id === kit.id ? kit : k));
        now = { ...now, kits: mine ? others : [...now.kits, kit] };
      }
    }
    return now;
  }

  private part(
    engine: EngineSpec,
    key: string,
    theirs: unknown,
    maker: string | null,
  ): Record<string, unknown> {
    const name = key.slice('part:'.length);
    const part = this.own(theirs);
    const before = engine.parts?.[name];
    if (maker === null || before === undefined) return { [name]: part };
    return { [name]: withRecordsOf(name, before, part, maker) };
  }
}

/** A part with the records of one maker's kit put in place of those it had. */
function withRecordsOf(name: string, before: unknown, part: unknown, maker: string): unknown {
  const sheet = PARTS.get(name)!;
  const old = new Set((Object.values(sheet.ofMaker?.(before, maker) ?? {}) as unknown[][]).flat());
  return Object.fromEntries(
    Object.entries(before as Record<string, readonly unknown[]>).map(([field, records]) => [
      field,
      [...records.filter((r) => !old.has(r)), ...((part as Record<string, readonly unknown[]>)[field] ?? [])],
    ]),
  );
}
