/* With the hands full: letters larger by a tap, the step read aloud, next and back by a switch under the foot, a display that stays awake.
   All of it is kept in this browser. */
'use strict';

const LETTERS = ['', 'larger', 'largest'];

/* The step read aloud, by the browser's own voice. */
const aloud = {
  can: 'speechSynthesis' in window,
  words() {
    const step = document.querySelector('.board .step');
    return step ? [...step.querySelectorAll('.say, .caution, #confirm label:not(.pick):not(.tick):not(.visually-hidden), #confirm legend')].filter(e => e.checkVisibility()).map(e => e.innerText.trim()).filter(Boolean).join('. ') : '';
  },
  read() {
    if (!aloud.can) return;
    speechSynthesis.cancel();
    // looked for only where it is read: that lays the page out
    const words = here.kept('aloud') === 'yes' ? aloud.words() : '';
    if (!words) return;
    const utterance = new SpeechSynthesisUtterance(words);
    utterance.lang = document.documentElement.lang;
    speechSynthesis.speak(utterance);
  },
};

/* The display stays awake while a job is on the bench; a browser may refuse, then it sleeps as ever. */
const awake = {
  can: 'wakeLock' in navigator,
  async stay() {
    if (!awake.can || here.kept('sleeps') === 'yes' || document.hidden || !document.getElementById('board')) return;
    try { await navigator.wakeLock.request('screen'); } catch { /* battery low, or not allowed */ }
  },
};

const showChosen = root => {
  root.querySelectorAll('[data-aloud]').forEach(button => { button.hidden = !aloud.can; button.setAttribute('aria-pressed', here.kept('aloud') === 'yes'); });
  root.querySelectorAll('[data-here]').forEach(field => { field.checked = field.type === 'checkbox' ? here.kept(field.dataset.here) !== 'yes' : here.kept(field.dataset.here) === field.value; });
  root.querySelectorAll('[data-key]').forEach(field => { field.value = here.kept(field.dataset.key); });
  root.querySelectorAll('[data-needs-wake]').forEach(words => { words.hidden = awake.can; });
};

document.addEventListener('click', e => {
  if (e.target.closest('[data-letters-by]')) here.keep('letters', LETTERS[(LETTERS.indexOf(here.kept('letters')) + 1) % LETTERS.length]);
  if (e.target.closest('[data-aloud]')) {
    here.keep('aloud', here.kept('aloud') === 'yes' ? '' : 'yes');
    showChosen(document);
    aloud.read();
  }
  const unset = e.target.closest('[data-unset]');
  if (unset) { here.keep(unset.dataset.unset, ''); showChosen(document); }
});
document.addEventListener('change', e => {
  const field = e.target.closest('[data-here]');
  if (!field) return;
  here.keep(field.dataset.here, field.type === 'checkbox' ? (field.checked ? '' : 'yes') : field.value);
  awake.stay();
});

/* Whatever the switch or the remote types is its key: pressed once into the field. A scanner, a caliper and a wrench are keyboards, too:
   what they type, with nothing in focus, must confirm nothing. */
const typedByOthers = key => key.length === 1 || ['Enter', 'Escape', 'Backspace', 'Delete', 'Unidentified', 'Dead', 'Process'].includes(key);
document.addEventListener('keydown', e => {
  if (!e.target.matches('[data-key]') || ['Tab', 'Shift', 'Control', 'Alt', 'Meta'].includes(e.key)) return;
  e.preventDefault();
  const other = [...document.querySelectorAll('[data-key]')].find(f => f !== e.target && f.value === e.key);
  const said = e.target.closest('label').querySelector('.trouble');
  said.textContent = other ? 'That is the other one’s key.' : typedByOthers(e.key) ? 'A scanner or a caliper types that, too. Have it send another key: Page down, an arrow, F8.' : '';
  if (said.textContent) return;
  here.keep(e.target.dataset.key, e.key);
  showChosen(document);
});
document.addEventListener('keydown', e => {
  const next = e.key && e.key === here.kept('next-key'), back = e.key && e.key === here.kept('back-key');
  if (!next && !back || e.repeat || e.ctrlKey || e.altKey || e.metaKey || e.target.matches('[data-key]')) return;
  if (!document.getElementById('board') || document.querySelector('dialog[open]')) return;
  // where one writes or chooses, these move within the field
  if (/^(Arrow|Home|End)/.test(e.key) && e.target.matches('input:not([type=checkbox]), textarea, select')) return;
  e.preventDefault();
  e.stopImmediatePropagation();
  (next ? document.getElementById('done') || document.getElementById('forward') || document.getElementById('to-due') : document.getElementById('back'))?.click();
}, true);

/* A photo is made smaller before it is sent: a gallery of steel has a poor network. Whatever cannot be read goes as it is. */
const LARGEST_SIDE = 2000, SMALL_ENOUGH = 600000;
document.addEventListener('change', async e => {
  const field = e.target, file = field.files?.[0];
  if (field.type !== 'file' || !file || !/^image\/(jpeg|png)$/.test(file.type) || file.size <= SMALL_ENOUGH || field.dataset.smaller) return;
  let picture;
  try { picture = await createImageBitmap(file, { imageOrientation: 'from-image' }); } catch { return; }
  const by = Math.min(1, LARGEST_SIDE / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(picture.width * by);
  canvas.height = Math.round(picture.height * by);
  const paper = canvas.getContext('2d');
  paper.fillStyle = 'white';
  paper.fillRect(0, 0, canvas.width, canvas.height);
  paper.drawImage(picture, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise(resolve => canvas.toBlob(resolve, 'image/jpeg', 0.85));
  if (!blob || blob.size >= file.size || field.files[0] !== file) return;
  const files = new DataTransfer();
  files.items.add(new File([blob], file.name.replace(/\.\w+$/, '') + '.jpg', { type: 'image/jpeg' }));
  field.dataset.smaller = 'yes';
  field.files = files.files;
  delete field.dataset.smaller;
});

showChosen(document);
document.addEventListener('htmx:afterSettle', e => { if (e.target.id === 'board' || e.target.querySelector?.('#board')) { showChosen(document); aloud.read(); } });
window.addEventListener('load', () => { aloud.read(); awake.stay(); });
document.addEventListener('visibilitychange', awake.stay);
window.addEventListener('pagehide', () => { if (aloud.can) speechSynthesis.cancel(); });
