import type { OpenAPIObject } from '@nestjs/swagger';
import { may, permissionFor, ROLES, wantsPassword, type Permission, type Role } from '@tribos/contract';
import { KINDS, type JobFile } from '@tribos/core';
import { v7 } from 'uuid';
import { importOf, jobOf, makeWorld, type Agent, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

/** Every endpoint, and what somebody has to be allowed to call it; `nobody`: also who is not signed in. */
const NEEDS: Readonly<Record<string, Permission | 'nobody'>> = {
  'GET /api/health': 'nobody',
  'GET /api/health/live': 'nobody',
  'GET /api/schemas/job-file.v6.json': 'nobody',
  'GET /api/session': 'nobody',
  'POST /api/session': 'nobody',
  'DELETE /api/session': 'read',
  'PUT /api/session/person': 'read',
  'PUT /api/session/password': 'read',
  'PUT /api/session/pin': 'read',
  'GET /api/session/devices': 'read',
  'DELETE /api/session/devices': 'read',
  'DELETE /api/session/devices/{id}': 'read',
  'POST /api/door/found': 'nobody',
  'POST /api/door/invitation': 'nobody',
  'POST /api/door/join': 'nobody',
  'POST /api/door/password': 'nobody',
  'POST /api/door/phone': 'nobody',
  'POST /api/session/phone': 'read',
  'POST /api/session/press': 'measure',
  'GET /api/engines/{id}/tricks': 'read',
  'POST /api/engines/{id}/tricks': 'measure',
  'DELETE /api/engines/{id}/tricks/{trickId}': 'measure',
  'GET /api/jobs/{id}/earlier': 'read',
  'GET /api/tools': 'read',
  'PUT /api/tools': 'measure',
  'GET /api/firms': 'read',
  'GET /api/firms/out': 'read',
  'POST /api/firms': 'manage-shop',
  'PUT /api/firms/{id}': 'manage-shop',
  'PATCH /api/firms/{id}/retired': 'manage-shop',
  'GET /api/jobs/{jobId}/tickets/{id}/pdf': 'read',
  'GET /api/jobs/{jobId}/tickets/{id}/letter': 'read',
  'GET /api/timers': 'read',
  'POST /api/timers': 'measure',
  'DELETE /api/timers/{id}': 'measure',
  'GET /api/people': 'read',
  'GET /api/people/invitations': 'manage-people',
  'POST /api/people/invitations': 'manage-people',
  'DELETE /api/people/invitations/{id}': 'manage-people',
  'PATCH /api/people/{id}/role': 'manage-people',
  'PUT /api/people/{id}/left': 'manage-people',
  'PUT /api/people/{id}/back': 'manage-people',
  'POST /api/people/{id}/renewal': 'manage-people',
  'GET /api/shop': 'read',
  'PUT /api/shop': 'manage-shop',
  'PUT /api/shop/rules': 'manage-shop',
  'PUT /api/shop/benches': 'manage-shop',
  'DELETE /api/shop/benches': 'manage-shop',
  'GET /api/customers': 'read',
  'PATCH /api/customers/{id}/retired': 'edit-job',
  'GET /api/customers/past-keeping': 'manage-people',
  'GET /api/customers/{id}': 'read',
  'GET /api/customers/{id}/traces': 'manage-people',
  'GET /api/customers/{id}/file': 'manage-people',
  'POST /api/customers/{id}/erased': 'manage-people',
  'GET /api/engines': 'read',
  'POST /api/engines': 'edit-specs',
  'GET /api/engines/{id}': 'read',
  'GET /api/engines/{id}/file': 'read',
  'GET /api/engines/{id}/kits/{kitId}/file': 'read',
  'POST /api/specifications/preview': 'edit-specs',
  'POST /api/specifications': 'edit-specs',
  'GET /api/schemas/engine-file.v1.json': 'nobody',
  'GET /api/schemas/kit-file.v1.json': 'nobody',
  'GET /api/schemas/outside-order.v1.json': 'nobody',
  'GET /api/schemas/outside-answer.v1.json': 'nobody',
  'PUT /api/engines/{id}': 'edit-specs',
  'POST /api/engines/{id}/kits': 'edit-specs',
  'PUT /api/engines/{id}/kits/{kitId}': 'edit-specs',
  'DELETE /api/engines/{id}/kits/{kitId}': 'edit-specs',
  'PUT /api/engines/{id}/parts/{part}': 'edit-specs',
  'POST /api/engines/{id}/parts/{part}/check': 'check-specs',
  'DELETE /api/engines/{id}/limits/{limitId}': 'edit-specs',
  'POST /api/engines/{id}/limits': 'edit-specs',
  'PUT /api/engines/{id}/limits/{limitId}': 'edit-specs',
  'POST /api/engines/{id}/limits/{limitId}/check': 'check-specs',
  'GET /api/gauges': 'read',
  'POST /api/gauges': 'edit-gauges',
  'PUT /api/gauges/{id}': 'edit-gauges',
  'PATCH /api/gauges/{id}/retired': 'edit-gauges',
  'GET /api/studies': 'read',
  'POST /api/studies': 'measure',
  'PATCH /api/studies/{id}/retired': 'edit-gauges',
  'GET /api/benches': 'read',
  'GET /api/jobs': 'read',
  'POST /api/jobs': 'edit-job',
  'GET /api/jobs/{id}': 'read',
  'PATCH /api/jobs/{id}': 'edit-job',
  'PUT /api/jobs/{id}/overrides': 'govern',
  'DELETE /api/jobs/{id}/moved': 'edit-job',
  'POST /api/jobs/{id}/log': 'measure',
  'POST /api/jobs/{id}/decisions': 'decide',
  'GET /api/jobs/{id}/verdicts': 'read',
  'POST /api/jobs/{jobId}/reports': 'read',
  'GET /api/jobs/{jobId}/reports/{id}': 'read',
  'GET /api/jobs/{jobId}/reports/{id}/pdf': 'read',
  'POST /api/imports': 'edit-job',
  'GET /api/imports/{id}': 'read',
  'GET /api/jobs/{id}/original': 'read',
  'GET /api/jobs/{id}/file': 'read',
  'GET /api/jobs/{id}/readings.csv': 'read',
  'GET /api/jobs/{id}/log/chain': 'read',
  'GET /api/record/audit': 'see-record',
  'GET /api/record/check': 'see-record',
  'GET /api/record/backup': 'see-record',
  'POST /api/record/fingerprint': 'see-record',
  'POST /api/record/fingerprint/check': 'see-record',
  'GET /api/filings': 'read',
  'GET /api/events': 'read',
  'GET /api/arrivals': 'read',
  'GET /api/arrivals/{id}': 'read',
  'POST /api/arrivals': 'edit-job',
  'POST /api/arrivals/{id}/job': 'edit-job',
  'DELETE /api/arrivals/{id}': 'edit-job',
  'GET /api/jobs/{jobId}/photos': 'read',
  'POST /api/jobs/{jobId}/photos': 'measure',
  'GET /api/jobs/{jobId}/photos/{id}/file': 'read',
  'PATCH /api/jobs/{jobId}/photos/{id}': 'measure',
  'DELETE /api/jobs/{jobId}/photos/{id}': 'edit-job',
};

const signedIn = (role: Role): Agent =>
  ({ lead: world.lead, technician: world.technician, apprentice: world.apprentice })[role];

/** Ends the session it is called with, or never answers: told from a role by its own tests. */
const NOT_CALLED = new Set(['DELETE /api/session', 'DELETE /api/session/devices', 'GET /api/events']);

describe('who may do what', () => {
  it('is said for every endpoint there is', async () => {
    const { body } = await world.nobody.get('/api/docs.json').expect(200);
    const there = Object.entries((body as OpenAPIObject).paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((m) => `${m.toUpperCase()} ${path}`),
    );
    expect(there.sort()).toEqual(Object.keys(NEEDS).sort());
  });

  it('is held by the server for every role and for nobody', async () => {
    for (const [endpoint, needs] of Object.entries(NEEDS)) {
      if (NOT_CALLED.has(endpoint)) continue;
      const [method, path] = endpoint.split(' ') as [string, string];
      const url = path.replace(/\{\w+\}/gu, () => v7());
      const call = (agent: Agent) => agent[method.toLowerCase() as 'get'](url).send({});
      const { status } = await call(world.nobody);
      if (needs === 'nobody') {
        expect([endpoint, status === 403]).toEqual([endpoint, false]);
        continue;
      }
      expect([endpoint, 'nobody', status]).toEqual([endpoint, 'nobody', 401]);
      for (const role of ['lead', 'technician', 'apprentice'] as const)
        expect([endpoint, role, (await call(signedIn(role))).status !== 403]).toEqual([
          endpoint,
          role,
          may(role, needs),
        ]);
    }
  }, 60_000);

  it('what changes the shop, its people, or whose figures count wants the password, not four digits', () => {
    const lead: Permission[] = ['manage-people', 'manage-shop', 'govern'];
    for (const needed of lead) {
      expect(wantsPassword(needed)).toBe(true);
      expect(may('technician', needed)).toBe(false);
    }
    expect(wantsPassword('measure')).toBe(false);
  });
});

describe('who may write what into a log', () => {
  const TICKETS = ['ticket', 'ticket-news'];

  it('is said for every kind of entry and every role', () => {
    for (const { kind } of KINDS)
      for (const role of ROLES)
        expect([kind, role, may(role, permissionFor({ kind }))]).toEqual([
          kind,
          role,
          role !== 'apprentice' || !TICKETS.includes(kind),
        ]);
    expect(permissionFor({ kind: 'ticket-news', what: 'back', firm: false, price: null })).toBe('measure');
    for (const act of [{ what: 'sent' }, { what: 'back', firm: true }, { what: 'back', price: 5 }])
      expect(permissionFor({ kind: 'ticket-news', ...act })).toBe('decide');
  });

  it('is held by the log and by a file alike: no apprentice orders, nobody speaks as the firm', async () => {
    const job = await jobOf(world.technician, 'Varrow 644 Twin');
    const path = `/api/jobs/${job.file.job.id}/log`;
    const at = new Date().toISOString();
    const ticket = job.file.log.find((e) => String(e.kind) === 'ticket') ?? { id: v7() };
    const news = (more: object) => ({
      ...{ id: v7(), at, kind: 'ticket-news', of: ticket.id, what: 'sent', firm: false, price: null },
      ...{ due: null, text: '', readings: [] },
      ...more,
    });
    const send = (agent: Agent, entry: object) => agent.post(path).send({ entries: [entry] });
    await send(world.apprentice, news({})).expect(403);
    await send(world.apprentice, news({ what: 'quoted', price: 100 })).expect(403);
    for (const agent of [world.apprentice, world.technician, world.lead])
      expect((await send(agent, news({ what: 'quoted', firm: true })).expect(403)).body.code).toBe(
        'not-allowed',
      );
    // The same in a file of a job that went out.
    const { body } = await world.lead.get('/api/jobs?limit=100');
    for (const row of (body as { items: { id: string }[] }).items) {
      const file = (await world.lead.get(`/api/jobs/${row.id}/file`)).body as JobFile;
      if (!file.log.some((e) => String(e.kind) === 'ticket')) continue;
      const bare = { ...file, decisions: [], job: { ...file.job, overrides: [] } };
      const view = await importOf(world.apprentice, bare);
      expect([view.state, view.problem?.detail]).toEqual([
        'refused',
        expect.stringContaining('orders to firms'),
      ]);
      return;
    }
    throw new Error('no job of the demo went out');
  });
});
