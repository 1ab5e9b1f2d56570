/* Pinning a job in the plan's picture: dragged, or moved with the arrow keys. What is sent is a form; the server decides. */
'use strict';

const plan = {
  STEP: 5,
  LEAP: 30,
  chart: bar => bar.closest('.plan-chart[data-pins]'),
  rows: chart => [...chart.querySelectorAll('.person')].sort((a, b) => +a.dataset.y - +b.dataset.y),
  /* What moves is drawn over the other rows; they go before it, for an element that is moved in the page loses the focus. */
  raise(bar) {
    const own = bar.closest('.person');
    plan.rows(plan.chart(bar)).filter(r => r !== own).forEach(r => own.before(r));
  },
  rowOf(chart, y) {
    return plan.rows(chart).find(r => y >= +r.dataset.y && y < +r.dataset.y + +r.dataset.height);
  },
  moved(bar) {
    bar.moving ||= { minutes: 0, row: plan.rows(plan.chart(bar)).indexOf(bar.closest('.person')) };
    return bar.moving;
  },
  show(bar) {
    const chart = plan.chart(bar);
    const rows = plan.rows(chart);
    const home = rows.indexOf(bar.closest('.person'));
    const { minutes, row } = bar.moving;
    plan.raise(bar);
    bar.setAttribute('transform', `translate(${minutes * +chart.dataset.perMinute} ${+rows[row].dataset.y - +rows[home].dataset.y})`);
    bar.classList.toggle('moved', minutes !== 0 || row !== home);
  },
  pin(bar) {
    const form = document.querySelector('.pin-form');
    const { minutes, row } = plan.moved(bar);
    form.elements.job.value = bar.dataset.job;
    form.elements.start.value = Math.max(0, +bar.dataset.start + minutes);
    form.elements.technician.value = plan.rows(plan.chart(bar))[row].dataset.technician;
    form.requestSubmit();
  },
  release(bar) {
    const form = document.querySelector('.unpin-form');
    form.elements.job.value = bar.dataset.job;
    form.requestSubmit();
  },
};

document.addEventListener('keydown', e => {
  const bar = e.target.closest?.('.bar.work');
  if (!bar || !plan.chart(bar)) return;
  const by = (e.shiftKey ? plan.LEAP : plan.STEP) * (e.key === 'ArrowLeft' ? -1 : 1);
  const rows = plan.rows(plan.chart(bar)).length;
  if (e.key === 'ArrowLeft' || e.key === 'ArrowRight') plan.moved(bar).minutes += by;
  else if (e.key === 'ArrowUp') plan.moved(bar).row = Math.max(0, plan.moved(bar).row - 1);
  else if (e.key === 'ArrowDown') plan.moved(bar).row = Math.min(rows - 1, plan.moved(bar).row + 1);
  else if (e.key === 'Enter') { e.preventDefault(); plan.pin(bar); return; }
  else if (e.key === 'Delete') { plan.release(bar); return; }
  else return;
  e.preventDefault();
  plan.show(bar);
});

document.addEventListener('pointerdown', e => {
  const bar = e.target.closest?.('.bar.work');
  const chart = bar && plan.chart(bar);
  if (!chart) return;
  const svg = chart.querySelector('svg');
  const scale = 1200 / svg.getBoundingClientRect().width;
  const began = { x: e.clientX, y: e.clientY };
  e.preventDefault();
  bar.focus();
  plan.moved(bar);
  const home = plan.rows(chart).indexOf(bar.closest('.person'));
  const at = bar.querySelector('rect').getBBox();
  const move = m => {
    bar.moving.minutes = Math.round((m.clientX - began.x) * scale / +chart.dataset.perMinute / plan.STEP) * plan.STEP;
    const row = plan.rowOf(chart, at.y + at.height / 2 + (m.clientY - began.y) * scale);
    bar.moving.row = row ? plan.rows(chart).indexOf(row) : home;
    plan.show(bar);
  };
  const over = new AbortController();
  const heard = (what, then) => document.addEventListener(what, m => { if (m.pointerId === e.pointerId) then(m); }, { signal: over.signal });
  heard('pointermove', move);
  heard('pointerup', () => {
    over.abort();
    if (bar.classList.contains('moved')) plan.pin(bar);
  });
  // the browser took the finger away, to push the page with it
  heard('pointercancel', () => {
    over.abort();
    bar.moving = { minutes: 0, row: home };
    plan.show(bar);
  });
});
