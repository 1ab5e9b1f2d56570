/* A scanner, a caliper and a wrench are keyboards. What they type in one go, faster than any hand, lands where it belongs, and
   no letter of it is taken for a key, nor its Enter for a hand's that confirms. */
'use strict';

const scanner = {
  /* Milliseconds from key to key. */
  NEXT_WITHIN: 80,
  /* Its Enter may come late; by then what was typed has landed. */
  ENTER_WITHIN: 500,
  FEWEST: 3,
  /* As a caliper or a wrench sends it, some with the unit. */
  NUMBER: /^[-+]?\d{1,5}(?:[.,]\d{1,4})?(?:\s?(?:mm|in|n[·.]?m|lbf[·.]?in|m?bar|psi|°[cf]))?$/i,

  typed: '',
  from: null,
  waits: 0,
  landed: -Infinity,
  count: 0,
  last: -Infinity,
  /* One key, alone, on its way to whoever takes it for a key. */
  letGo: false,

  key(e) {
    if (scanner.letGo || e.ctrlKey || e.altKey || e.metaKey) return;
    if (e.key === 'Enter' && e.timeStamp - scanner.landed <= scanner.ENTER_WITHIN) { scanner.stop(e); return; }
    if (isWrittenIn(e.target)) { scanner.within(e); return; }
    if (e.key === 'Enter' || e.key === 'Tab') {
      if (!scanner.typed) return;
      scanner.stop(e);
      scanner.land(true);
      return;
    }
    if (e.key.length !== 1 || !scanner.typed && ' /?'.includes(e.key)) return;
    scanner.stop(e);
    // a key held down is no scanner
    if (e.repeat) return;
    if (!scanner.typed) scanner.from = e.target;
    scanner.typed += e.key;
    clearTimeout(scanner.waits);
    scanner.wait();
  },

  wait() {
    // on a busy page the next key may be there and not looked at yet
    scanner.waits = setTimeout(() => navigator.scheduling?.isInputPending?.() ? scanner.wait() : scanner.land(false), scanner.NEXT_WITHIN);
  },

  stop(e) {
    e.preventDefault();
    e.stopImmediatePropagation();
  },

  /* In a field of a step that takes a code: its Enter goes to the next that is empty, and sends nothing. */
  within(e) {
    const field = e.target, inOneGo = e.timeStamp - scanner.last <= scanner.NEXT_WITHIN;
    if (e.key === 'Enter') {
      if (!field.matches('#confirm [data-code]') || !inOneGo || scanner.count < scanner.FEWEST) return;
      scanner.stop(e);
      scanner.goOn();
    } else if (e.key.length === 1) {
      scanner.count = inOneGo ? scanner.count + 1 : 1;
      scanner.last = e.timeStamp;
    }
  },

  fields: which => [...(document.querySelector('dialog[open]') || document.getElementById('confirm'))?.querySelectorAll(which) || []]
    .filter(f => !f.matches('[type=radio], [type=hidden]') && !f.readOnly && !f.disabled && f.checkVisibility()),
  empty: which => scanner.fields(which).find(f => !f.value),

  /* In the hand nothing is in focus: the keys of the screen would cover what is to be read. */
  goOn() {
    if (inHand()) document.activeElement?.blur();
    else (scanner.empty('input[data-code]') || document.getElementById('done'))?.focus();
  },

  /* A number is a reading of the step, a code its tool, or the next lot or number it asks for; else it is looked for. */
  land(ended) {
    clearTimeout(scanner.waits);
    const text = scanner.typed, code = labels.plain(text);
    scanner.typed = '';
    if (!ended && text.length < scanner.FEWEST) { scanner.press(text); return; }
    const readings = scanner.NUMBER.test(text) ? scanner.fields('.place, .reading-field:not([data-code])') : [];
    const field = scanner.fields('select[data-code]').find(f => labels.offers(f, code)) || scanner.empty('input[data-code]');
    if (readings.length) scanner.read(readings, text, ended);
    else if (field) scanner.written(field, code, ended);
    else scanner.seek(code, ended);
  },

  /* The only reading of a step is read again; of several that are all there, nobody knows which is meant. */
  read(readings, text, ended) {
    const field = readings.find(f => !f.value) || (readings.length === 1 && readings[0]);
    if (!field) { lost('Every reading of this step is there. Tap the one that is read again, then send it.'); return; }
    scanner.written(field, text, ended);
    // as where it was typed: the next place, the next bolt
    if (ended && field.matches('.place, [data-turn]')) scanner.send(field, 'Enter');
  },

  written(field, text, ended) {
    labels.fill(field, text);
    scanner.goOn();
    if (!ended) scanner.landed = performance.now();
  },

  seek(code, ended) {
    const search = document.getElementById('scan');
    if (!search) return;
    search.value = code;
    if (ended) search.form.requestSubmit();
    else search.focus();
  },

  send(target, key) {
    scanner.letGo = true;
    try { target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true })); } finally { scanner.letGo = false; }
  },

  /* A hand's key; what a quick hand typed after it is written where that has led. */
  press(text) {
    scanner.send(scanner.from?.isConnected ? scanner.from : document.body, text[0]);
    const field = document.activeElement;
    if (text.length === 1 || !isWrittenIn(field) || !field.setRangeText) return;
    field.setRangeText(text.slice(1), field.selectionStart, field.selectionEnd, 'end');
    field.dispatchEvent(new Event('input', { bubbles: true }));
  },
};
window.addEventListener('keydown', e => { if (e.key) scanner.key(e); }, true);
