/* What the hands do, large: one picture at a time, by its caption, the arrow keys or the buttons. */
'use strict';

const hands = {
  dialog: () => document.getElementById('hands'),
  shown: dialog => [...dialog.querySelectorAll('figure')].findIndex(f => !f.hidden),
  show(dialog, index) {
    const figures = [...dialog.querySelectorAll('figure')];
    const at = (index + figures.length) % figures.length;
    figures.forEach((f, i) => { f.hidden = i !== at; });
    dialog.querySelectorAll('.pick-frame').forEach((b, i) => { b.toggleAttribute('aria-current', i === at); if (i === at) b.scrollIntoView({ block: 'nearest' }); });
  },
};

// before the dialog is opened by whoever opens dialogs
document.addEventListener('click', e => {
  const opener = e.target.closest('[data-opens=hands]');
  if (opener) hands.show(hands.dialog(), Number(opener.dataset.frame || 0));
  const picked = e.target.closest('.pick-frame');
  if (picked) hands.show(hands.dialog(), [...hands.dialog().querySelectorAll('.pick-frame')].indexOf(picked));
  const by = e.target.closest('[data-frame-by]');
  if (by) hands.show(hands.dialog(), hands.shown(hands.dialog()) + Number(by.dataset.frameBy));
}, true);

/* In the corner one picture follows the other, from a step's first. By a clock: what is animated for ever is drawn for
   ever, which took a seventh of a processor. Not where motion is not wanted, nor where nobody looks. */
const still = matchMedia('(prefers-reduced-motion: reduce)');
const PICTURE_MS = 2500, LOOK_MS = 500;
const looks = new WeakMap();
setInterval(() => {
  const corner = document.querySelector('.hands-corner');
  if (!corner || still.matches || document.hidden) return;
  looks.set(corner, (looks.get(corner) || 0) + 1);
  const frames = [...corner.querySelectorAll('.frame')];
  const now = Math.floor(looks.get(corner) * LOOK_MS / PICTURE_MS) % frames.length;
  frames.forEach((frame, i) => frame.classList.toggle('now', i === now));
}, LOOK_MS);

/* The section where the work is, or the whole valve: as it was left, from step to step. */
document.documentElement.toggleAttribute('data-whole', sessionStorage.getItem('whole') === 'yes');
document.addEventListener('click', e => {
  if (e.target.closest('#whole, .grow')) sessionStorage.setItem('whole', document.documentElement.toggleAttribute('data-whole') ? 'yes' : 'no');
});

document.addEventListener('keydown', e => {
  if (e.ctrlKey || e.altKey || e.metaKey) return;
  const dialog = hands.dialog();
  if (!dialog) return;
  if (dialog.open && (e.key === 'ArrowRight' || e.key === 'ArrowLeft')) {
    e.preventDefault();
    hands.show(dialog, hands.shown(dialog) + (e.key === 'ArrowRight' ? 1 : -1));
  } else if (e.key.toLowerCase() === 'v' && !isWrittenIn(e.target) && (dialog.open || !document.querySelector('dialog[open]'))) {
    e.preventDefault();
    if (dialog.open) { dialog.close(); } else { hands.show(dialog, 0); dialog.showModal(); }
  }
});

/* Turning what is the wrong way round: of two pictures the other one is seen. */
document.addEventListener('click', e => {
  const button = e.target.closest('[data-turns-picture]');
  if (!button) return;
  const both = [...button.form.querySelectorAll('input[name=picture]')];
  (both.find(input => !input.checked) || both[0]).checked = true;
});
document.querySelectorAll('.turning').forEach(form => {
  form.classList.add('one-at-a-time');
  if (!form.querySelector('input:checked')) form.querySelector('input[name=picture]').checked = true;
});
