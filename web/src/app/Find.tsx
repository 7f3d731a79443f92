import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { CustomerView, EngineRow, JobRow, Page } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { toggleTheme, toggleUnit } from '../kit/settings.js';
import { Sheet } from '../ui/index.js';

interface Found {
  readonly key: string;
  readonly label: string;
  readonly kind: string;
  readonly go: () => void;
}

/** One box for everything: a job, a customer, an engine, an action. */
export function Find({ onClose }: { onClose: () => void }) {
  const [text, setText] = useState('');
  const navigate = useNavigate();
  const jobs = useQuery({
    queryKey: keys.jobs('newest', text),
    queryFn: () => api.get<Page<JobRow>>(`/jobs?limit=8&search=${encodeURIComponent(text)}`),
    placeholderData: (before) => before,
  });
  const engines = useQuery({ queryKey: keys.engines, queryFn: () => api.get<EngineRow[]>('/engines') });

  const customers = useQuery({
    queryKey: keys.customers(text),
    queryFn: () => api.get<CustomerView[]>(`/customers?search=${encodeURIComponent(text)}`),
    enabled: text.trim().length > 1,
    placeholderData: (before) => before,
  });

  const to = (path: string) => () => void navigate(path);
  const has = (label: string) =>
    text
      .toLowerCase()
      .split(/\s+/u)
      .every((w) => label.toLowerCase().includes(w));
  const found: Found[] = [
    ...(jobs.data?.items ?? []).map((j) => ({
      key: j.id,
      kind: 'job',
      label: `${String(j.number).padStart(4, '0')} ${j.engine}, ${j.customer}`,
      go: to(`/jobs/${j.id}`),
    })),
    ...(text.trim().length > 1 ? (customers.data ?? []) : []).slice(0, 6).map((c) => ({
      key: c.id,
      kind: 'customer',
      label: [c.name, c.phone].filter(Boolean).join(', '),
      go: to(`/customers/${c.id}`),
    })),
    ...(engines.data ?? [])
      .map((e) => ({ key: e.id, kind: 'engine', label: `${e.maker} ${e.model}`, go: to(`/engines/${e.id}`) }))
      .filter((e) => has(e.label)),
    ...[
      { key: 'new', label: 'Open a new job', go: to('/jobs?new=1') },
      { key: 'gauges', label: 'Gauges of the shop', go: to('/gauges') },
      { key: 'unit', label: 'Switch millimetres and inches', go: toggleUnit },
      { key: 'light', label: 'Switch bay light', go: toggleTheme },
    ]
      .map((a) => ({ ...a, kind: 'action' }))
      .filter((a) => has(a.label)),
  ];

  return (
    <Sheet title="Find" onClose={onClose}>
      <Combobox<Found | null>
        value={null}
        onChange={(choice) => {
          onClose();
          choice?.go();
        }}
      >
        <ComboboxInput
          autoFocus
          aria-label="Job, customer, phone number, engine or action"
          placeholder="Job, customer, phone number, engine, action"
          className="min-h-11 w-full rounded-edge border border-ink/40 bg-page px-3"
          onChange={(e) => setText(e.target.value)}
        />
        <ComboboxOptions static className="mt-3 grid">
          {found.map((f) => (
            <ComboboxOption
              key={f.key}
              value={f}
              className="flex min-h-11 cursor-pointer items-center justify-between gap-4 border-b border-rule px-2 data-focus:bg-page data-focus:font-semibold"
            >
              <span className="truncate">{f.label}</span>
              <span className="text-small text-soft">{f.kind}</span>
            </ComboboxOption>
          ))}
        </ComboboxOptions>
        {found.length === 0 && <p className="mt-3 text-soft">Nothing has “{text}” in it.</p>}
      </Combobox>
    </Sheet>
  );
}
