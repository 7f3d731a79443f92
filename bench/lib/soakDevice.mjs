import { v7 } from 'uuid';

const wait = (ms) => new Promise((done) => setTimeout(done, ms));
const pick = (list) => list[Math.floor(Math.random() * list.length)];
/** What a device waits with after it was told to. */
const AGAIN_MS = 400;
const MOST_AT_ONCE = 20;
const MOST_JOBS = 6;

/** One tablet at work: its outbox is emptied in order, once, however often the line is cut. */
export class SoakDevice {
  answers = new Map();
  outbox = [];
  acknowledged = [];
  decided = [];
  imported = [];
  jobs = [];
  offLineUntil = 0;

  constructor(n, device, file, away) {
    Object.assign(this, { n, device, file, away });
  }

  /** A shop that has nothing: an engine by import, a gauge of its own. */
  static async furnish(lead, file) {
    const { status, body } = await lead.send(
      'POST',
      `/imports?id=${v7()}&name=first.json`,
      JSON.stringify({ ...file, decisions: [] }),
    );
    if (status !== 202) throw new Error(`not furnished: ${status} ${body?.detail}`);
    for (let state = 'queued'; state !== 'done'; await wait(100)) {
      state = (await lead.send('GET', `/imports/${body.id}`)).body.state;
      if (state === 'refused') throw new Error('not furnished');
    }
    const gauge = file.instruments.find((i) => i.name.startsWith('Bore gauge 1'));
    const { setting, retiredOn: _r, importedBy: _i, ...rest } = gauge;
    await lead.send('POST', '/gauges', {
      ...rest,
      id: v7(),
      settingKind: 'ring',
      settingU: setting.u ?? 300,
      settingInstrumentId: null,
    });
  }

  async workUntil(ends) {
    while (Date.now() < ends) {
      const dice = Math.random();
      if (this.jobs.length === 0 || (dice < 0.01 && this.jobs.length < MOST_JOBS)) await this.open();
      else if (dice < 0.6) await this.read();
      else if (dice < 0.7) await this.ask('GET', `/jobs/${pick(this.jobs).id}`);
      else if (dice < 0.76) await this.ask('GET', '/jobs');
      else if (dice < 0.8) await this.ask('GET', '/jobs?search=bench');
      else if (dice < 0.84) await this.ask('GET', '/benches');
      else if (dice < 0.86) await this.ask('GET', `/jobs/${pick(this.jobs).id}/verdicts`);
      else if (dice < 0.87) await this.decide();
      else if (dice < 0.875) await this.bringIn();
      else if (dice < 0.88) this.offLineUntil = Date.now() + 5_000 + Math.random() * 15_000;
      await wait(150 + Math.random() * 350);
    }
  }

  /** Sends what waits until nothing does. */
  async sendAll() {
    this.offLineUntil = 0;
    for (let left = 200; left > 0 && this.outbox.length > 0; left -= 1) {
      await this.flush();
      if (this.outbox.length > 0) await wait(AGAIN_MS);
    }
  }

  /** Looks for what was acknowledged. */
  async verify(found) {
    for (const job of this.jobs) {
      const { body } = await this.device.send('GET', `/jobs/${job.id}`);
      const ids = body.file.log.map((e) => e.id);
      const mine = this.acknowledged.filter((a) => a.job === job.id).map((a) => a.id);
      const at = mine.map((id) => ids.indexOf(id));
      found.entries += mine.length;
      found.lost += at.filter((i) => i < 0).length;
      found.doubled += ids.length - new Set(ids).size;
      found.unordered += at.filter((i, k) => k > 0 && i < at[k - 1]).length;
      const { body: chain } = await this.device.send('GET', `/jobs/${job.id}/log/chain`);
      if (!chain.intact) found.broken += 1;
      for (const id of this.decided.filter((d) => d.job === job.id).map((d) => d.id)) {
        const times = body.file.decisions.filter((d) => d.id === id).length;
        found.decisions += 1;
        if (times === 0) found.lost += 1;
        if (times > 1) found.doubled += 1;
      }
    }
    found.lost += this.outbox.length;
    for (const id of this.imported) {
      let view = null;
      for (let left = 100; left > 0 && view?.state !== 'done'; left -= 1) {
        view = (await this.device.send('GET', `/imports/${id}`)).body;
        if (view?.state !== 'done') await wait(100);
      }
      found.imports += 1;
      if (view?.state !== 'done') found.unfinished += 1;
    }
  }

  get isOffLine() {
    return Date.now() < this.offLineUntil;
  }

  /** Counts an answer by what was asked, what came, and whether something was away meanwhile. */
  async ask(method, path, body) {
    if (this.isOffLine) return { status: 0, body: null };
    const before = this.away();
    const answer = await this.device.send(method, path, body);
    const away = before || this.away();
    const what = `${method} ${path.split('?')[0].replace(/[0-9a-f-]{36}/gu, ':id')}`;
    const said = answer.status === 0 ? 'nothing' : String(answer.status);
    const why = answer.body?.code === 'busy' ? ' busy' : '';
    const key = `${what} ${said}${why}${away && (answer.status === 503 || answer.status === 0) ? ' (away)' : ''}`;
    this.answers.set(key, (this.answers.get(key) ?? 0) + 1);
    return answer;
  }

  async open() {
    const job = await this.device.openJob().catch(() => null);
    if (job) this.jobs.push(job);
  }

  async read() {
    const job = pick(this.jobs);
    const some = 1 + Math.floor(Math.random() * 3);
    for (let n = 0; n < some; n += 1) {
      const text = `77.0${10 + Math.floor(Math.random() * 20)}`;
      this.outbox.push({ job: job.id, entry: this.device.reading(job, text, pick([0, 90])) });
    }
    await this.flush();
  }

  async flush() {
    if (this.isOffLine || this.outbox.length === 0) return;
    const { job } = this.outbox[0];
    const lot = [];
    for (const waiting of this.outbox) {
      if (waiting.job !== job || lot.length === MOST_AT_ONCE) break;
      lot.push(waiting);
    }
    const { status } = await this.ask('POST', `/jobs/${job}/log`, { entries: lot.map((w) => w.entry) });
    if (status !== 200) return;
    this.outbox = this.outbox.slice(lot.length);
    this.acknowledged.push(...lot.map((w) => ({ job, id: w.entry.id })));
  }

  async decide() {
    const job = pick(this.jobs);
    const body = { id: v7(), route: 'exchange', kitId: null, reason: `soak ${this.n}` };
    for (let left = 40; left > 0; left -= 1) {
      const { status } = await this.ask('POST', `/jobs/${job.id}/decisions`, body);
      if (status === 201) this.decided.push({ job: job.id, id: body.id });
      // What is refused is; what only could not be done now is done once more, with the same id.
      if (status !== 0 && status !== 503 && status !== 409) return;
      await wait(AGAIN_MS);
    }
  }

  async bringIn() {
    const id = v7();
    const text = JSON.stringify({
      ...this.file,
      decisions: [],
      shop: { ...this.file.shop, name: `soak ${id}` },
    });
    for (let left = 40; left > 0; left -= 1) {
      const { status } = await this.ask('POST', `/imports?id=${id}&name=soak.json`, text);
      if (status === 202) this.imported.push(id);
      if (status !== 0 && status !== 503) return;
      await wait(AGAIN_MS);
    }
  }
}
