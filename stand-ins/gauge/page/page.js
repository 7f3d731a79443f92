const $ = (id) => document.getElementById(id);
const KNOBS = { scatter: 1, drift: 1, slip: 100 };

async function ask(path, body) {
  const answer = await fetch(path, body === undefined ? {} : { method: 'POST', body: JSON.stringify(body) });
  show(await answer.json());
}

const where = (p) =>
  [
    p.engine.replaceAll('-', ' '),
    `cylinder ${p.cylinder + 1}`,
    p.part,
    p.depth ? `${p.depth} mm` : '',
    p.part === 'bore' ? `${p.angle}°` : '',
  ]
    .filter(Boolean)
    .join(' · ');

let plugged = true;
function show(state) {
  plugged = state.plugged;
  $('place').textContent = state.place ? `${where(state.place)} · ${state.place.gauge}` : 'nowhere yet';
  $('line').textContent = plugged
    ? `${state.holders} ${state.holders === 1 ? 'screen listens' : 'screens listen'}`
    : 'unplugged';
  $('plug').textContent = plugged ? 'Unplug it' : 'Plug it in';
  $('press').disabled = !state.place || !plugged;
  for (const [knob, times] of Object.entries(KNOBS))
    if (document.activeElement !== $(knob)) $(knob).value = state.knobs[knob] * times;
  $('sent').replaceChildren(
    ...[...state.sent].reverse().map((s) => {
      const row = document.createElement('tr');
      for (const text of [s.text, where(s.place)]) {
        const cell = document.createElement('td');
        cell.textContent = text;
        row.append(cell);
      }
      return row;
    }),
  );
  const last = state.sent.at(-1);
  if (last)
    $('truth').textContent =
      `${last.truth.toFixed(4)} mm${last.slipped ? ', a turn of the thimble off' : ''}`;
}

$('press').addEventListener('click', () => void ask('/press', {}));
$('plug').addEventListener('click', () => void ask(plugged ? '/unplug' : '/plug', {}));
for (const [knob, times] of Object.entries(KNOBS))
  $(knob).addEventListener('change', () => void ask('/knobs', { [knob]: Number($(knob).value) / times }));
setInterval(() => void ask('/state').catch(() => undefined), 700);
void ask('/state');
