const $ = (id) => document.getElementById(id);
const KNOBS = { day: 1, bias: 1, spread: 1, off: 100 };

async function ask(path, body) {
  const answer = await fetch(path, body === undefined ? {} : { method: 'POST', body: JSON.stringify(body) });
  show(await answer.json());
}

const sizes = ({ what, lines, unit }) =>
  lines.some((l) => l.low !== null)
    ? `${what}: ${lines.map((l) => `${l.name} ${l.low} – ${l.high} ${unit}`).join('; ')}`
    : what;

function show(state) {
  for (const [knob, times] of Object.entries(KNOBS))
    if (document.activeElement !== $(knob)) $(knob).value = state.knobs[knob] * times;
  $('trouble').value = state.trouble;
  $('held').replaceChildren(
    ...[...state.held].reverse().map((h) => {
      const row = document.createElement('tr');
      for (const text of [h.firm, `${h.order.shop} ${h.order.job}`, sizes(h.order), h.state]) {
        const cell = document.createElement('td');
        cell.textContent = text;
        row.append(cell);
      }
      return row;
    }),
  );
  const last = state.held.at(-1);
  if (last && last.truth.length > 0)
    $('truth').textContent = last.truth.map((t) => `${t.toFixed(4)} ${last.order.unit}`).join(', ');
}

$('pass').addEventListener('click', () => void ask('/day', {}));
$('trouble').addEventListener('change', () => void ask('/trouble', { trouble: $('trouble').value }));
for (const [knob, times] of Object.entries(KNOBS))
  $(knob).addEventListener('change', () => void ask('/knobs', { [knob]: Number($(knob).value) / times }));
setInterval(() => void ask('/state').catch(() => undefined), 700);
void ask('/state');
