/* The workshop: a number in hand is shown at its part in the section, and a part tapped there answers the line in hand. */
const section = () => document.querySelector('.shop .seen svg.section');
const mark = part => section()?.querySelectorAll('[data-part], [data-carrier]').forEach(p =>
  p.classList.toggle('marked', part !== '' && (p.dataset.part === part || p.dataset.carrier === part)));
// what a number measures, with what is typed for it
const measure = asked => section()?.querySelectorAll('[data-dimension]').forEach(d => {
  const shown = d.dataset.dimension.split(' ').includes(asked.dataset.dimension);
  d.classList.toggle('shown', shown);
  if (shown) d.querySelector('text').textContent = `${asked.elements.value.value.trim() || '?'} ${asked.dataset.unit}`.trim();
});
const show = asked => {
  const measured = section()?.querySelector(`[data-dimension~="${asked.dataset.dimension}"]`);
  // a distance says where it is by itself: the part beneath it stays plain
  mark(measured && !measured.classList.contains('force') ? '' : asked.dataset.part);
  measure(asked);
};
let line = null;

document.addEventListener('input', e => { const asked = e.target.closest('.number'); if (asked) measure(asked); });
// a section drawn again shows what the hand is at
document.addEventListener('htmx:oobAfterSwap', e => {
  const asked = document.activeElement?.closest('.number');
  if (asked && e.target.id === 'section') show(asked);
});
document.addEventListener('focusin', e => {
  const asked = e.target.closest('.number');
  if (asked) show(asked);
  if (e.target.matches('.which-part')) {
    line = e.target;
    section()?.classList.add('picking');
    mark(line.value);
  }
});
document.addEventListener('change', e => { if (e.target.matches('.which-part')) mark(e.target.value); });
document.addEventListener('click', e => {
  const part = e.target.closest('.shop .seen [data-part]');
  if (!part || !line || !line.isConnected) return;
  if ([...line.options].some(o => o.value === part.dataset.part)) {
    line.value = part.dataset.part;
    line.dispatchEvent(new Event('change', { bubbles: true }));
    line.focus();
  }
});

// a tick that did not arrive is none: what stands on the page is what is kept
document.addEventListener('htmx:afterRequest', e => {
  if (!e.detail.successful && e.target.matches?.('input[type=checkbox][data-ticks]')) e.target.checked = !e.target.checked;
});
// what was typed before the page's scripts were there has not been sent
document.addEventListener('DOMContentLoaded', () => setTimeout(() => document.querySelectorAll('.number :is(input, select)').forEach(field => {
  const before = field.matches('select') ? [...field.options].find(o => o.defaultSelected)?.value ?? field.options[0]?.value : field.defaultValue;
  if (field.type !== 'hidden' && field.value !== before && field !== document.activeElement) field.dispatchEvent(new Event('change', { bubbles: true }));
})));
