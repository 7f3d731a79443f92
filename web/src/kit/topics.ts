import type { QueryKey } from '@tanstack/react-query';
import { TOPICS, type Topic } from '@tribos/contract';
import { keys, queryClient } from './queries.js';

const job = (id: string): readonly QueryKey[] => [keys.job(id), keys.benches, ['jobs', 'list']];
const engine = (): readonly QueryKey[] => [keys.engines, keys.allJobs];
const gauge = (): readonly QueryKey[] => [keys.gauges, keys.allJobs];

/** What is looked at again when something of a topic changed. */
const TOUCHES: Record<Topic, (id: string) => readonly QueryKey[]> = {
  log_entries: job,
  decisions: job,
  jobs: job,
  engines: engine,
  limits: engine,
  kits: engine,
  sheet_parts: engine,
  instruments: gauge,
  studies: gauge,
  reports: (id) => [keys.reports(id)],
  imports: (id) => [keys.import(id), keys.allJobs],
  // The shop's rules are part of every verdict.
  shops: () => [keys.shop, keys.allJobs],
  people: () => [keys.people, keys.session],
  arrivals: () => [keys.arrivals, keys.benches],
  tricks: (id) => [keys.tricks(id)],
  tools: () => [keys.tools],
  timers: () => [keys.timers],
  // What a firm asks and how it works is part of every comparison.
  firms: () => [keys.firms, keys.allJobs],
  firm_lines: () => [keys.firms],
  tickets: () => [keys.out, keys.benches],
  photos: (id) => [keys.photos(id)],
  benches: () => [keys.shop, keys.benches],
};

export const isTopic = (table: string): table is Topic => (TOPICS as readonly string[]).includes(table);

/** Looks again at everything that a change of a topic touches, whoever made it: done once what is on screen has been read. */
export const touch = (topic: Topic, id: string): Promise<unknown> =>
  Promise.all(TOUCHES[topic](id).map((queryKey) => queryClient.invalidateQueries({ queryKey })));
