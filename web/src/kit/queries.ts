import { QueryClient } from '@tanstack/react-query';
import { ApiError } from './api.js';

/** Server state lives here and nowhere else. A refused request is not asked again; a lost line is. */
export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      networkMode: 'always',
      retry: (count, error) => !(error instanceof ApiError) && count < 2,
      retryDelay: (n) => Math.min(500 * 2 ** n, 4_000),
    },
    mutations: { networkMode: 'always', retry: false },
  },
});

/** Names of what is fetched, one place. */
export const keys = {
  session: ['session'] as const,
  emptyHouse: ['empty house'] as const,
  shop: ['shop'] as const,
  people: ['people'] as const,
  invitations: ['people', 'invitations'] as const,
  devices: ['devices'] as const,
  benches: ['benches'] as const,
  jobs: (by: string, search: string) => ['jobs', 'list', by, search] as const,
  allJobs: ['jobs'] as const,
  job: (id: string) => ['jobs', 'one', id] as const,
  earlier: (id: string) => ['jobs', 'earlier', id] as const,
  engines: ['engines'] as const,
  engine: (id: string) => ['engines', id] as const,
  gauges: ['gauges'] as const,
  studies: ['gauges', 'studies'] as const,
  /** Propagated maps, by problem. */
  filings: (jobId: string) => ['filings', jobId] as const,
  spreads: ['spreads'] as const,
  spread: (problem: string) => ['spreads', problem] as const,
  arrivals: ['arrivals'] as const,
  tools: ['tools'] as const,
  timers: ['timers'] as const,
  firms: ['firms'] as const,
  out: ['out'] as const,
  tricks: (engineId: string) => ['tricks', engineId] as const,
  photos: (jobId: string) => ['photos', jobId] as const,
  import: (id: string) => ['imports', id] as const,
  customer: (id: string) => ['customers', 'one', id] as const,
  pastKeeping: ['customers', 'past keeping'] as const,
  customers: (search: string) => ['customers', search] as const,
  backup: ['record', 'backup'] as const,
  recordCheck: ['record', 'check'] as const,
  audit: ['record', 'audit'] as const,
  reports: (jobId: string) => ['reports', jobId] as const,
};
