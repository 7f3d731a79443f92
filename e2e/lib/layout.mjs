/* global innerHeight, innerWidth, getComputedStyle, NodeFilter */

/** Runs in the page. What the work has of the height, and which texts are cut or lie over each other. */
function look() {
  const work = document.querySelector('[data-work]');
  const visible = (e) => {
    const s = getComputedStyle(e);
    return s.visibility !== 'hidden' && s.display !== 'none' && Number(s.opacity) > 0;
  };
  /** What of a box is seen: cut by everything around it that scrolls or hides. */
  const seen = (e, box) => {
    let { left, top, right, bottom } = box;
    for (let p = e; p && p !== document.body; p = p.parentElement) {
      const s = getComputedStyle(p);
      if (s.overflowX === 'visible' && s.overflowY === 'visible') continue;
      const b = p.getBoundingClientRect();
      left = Math.max(left, b.left);
      top = Math.max(top, b.top);
      right = Math.min(right, b.right);
      bottom = Math.min(bottom, b.bottom);
    }
    return { left, top, right: Math.min(right, innerWidth), bottom: Math.min(bottom, innerHeight) };
  };
  const texts = [];
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const text = node.textContent.trim();
    const e = node.parentElement;
    if (!text || !e || !visible(e) || e.closest('.sr-only, script, style, option')) continue;
    const range = document.createRange();
    range.selectNodeContents(node);
    for (const r of range.getClientRects()) {
      // The box of a line is taller than its letters.
      const lead = (r.bottom - r.top) * 0.18;
      const box = seen(e, { left: r.left, right: r.right, top: r.top + lead, bottom: r.bottom - lead });
      if (box.right - box.left > 1 && box.bottom - box.top > 1) texts.push({ e, text, ...box });
    }
  }
  const cut = [
    ...new Set(
      texts
        .map(({ e }) => e)
        .flatMap((e) => {
          for (let p = e; p && p !== document.body; p = p.parentElement) {
            const s = getComputedStyle(p);
            const hides = s.overflowX === 'hidden' || s.overflowX === 'clip';
            if (hides && p.scrollWidth > p.clientWidth + 1 && s.textOverflow === 'ellipsis') return [p];
            if (s.webkitLineClamp !== 'none' && p.scrollHeight > p.clientHeight + 2) return [p];
          }
          return [];
        }),
    ),
  ].map((e) => e.innerText.slice(0, 80));
  const over = [];
  const layer = (e) => e.closest('[data-over]');
  texts.sort((a, b) => a.top - b.top);
  for (let i = 0; i < texts.length; i += 1)
    for (let k = i + 1; k < texts.length && texts[k].top < texts[i].bottom - 3; k += 1) {
      const [a, b] = [texts[i], texts[k]];
      if (a.e === b.e || layer(a.e) !== layer(b.e)) continue;
      const across = Math.min(a.right, b.right) - Math.max(a.left, b.left);
      const down = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
      if (across > 2 && down > 3) over.push(`${a.text.slice(0, 40)} / ${b.text.slice(0, 40)}`);
    }
  const scrolls = [...document.querySelectorAll('[data-work], [data-work] > *')].filter(
    (e) => /auto|scroll/.test(getComputedStyle(e).overflowY) && e.scrollHeight > e.clientHeight + 1,
  ).length;
  return {
    share: work ? Math.round((1000 * work.getBoundingClientRect().height) / innerHeight) / 1000 : 0,
    cut,
    over,
    scrolls,
    outside: Math.max(
      0,
      document.querySelector('main').scrollHeight - document.querySelector('main').clientHeight,
    ),
    across: document.documentElement.scrollWidth - document.documentElement.clientWidth,
  };
}

/**
 * How a station lies on the screen.
 * @returns {Promise<{share: number, cut: string[], over: string[], scrolls: number, outside: number, across: number}>} share:
 *   of the height, what the work has; cut: texts that are not whole; over: texts that lie over each other; scrolls: so many
 *   parts scroll beside each other; outside: so many px the frame itself scrolls; across: so many px it runs off
 */
export const layout = (driver) => driver.executeScript(`return (${look.toString()})()`);
