/* What is purely local: keys, dialogs, keeping what was typed, and saying when the connection or the login is lost. */
'use strict';

const lost = (text, link) => {
  const box = document.getElementById('lost');
  box.className = 'lost';
  box.replaceChildren(document.createTextNode(text));
  if (link) {
    const a = document.createElement('a');
    a.href = link.href;
    a.textContent = link.text;
    box.append(a);
  }
  box.hidden = false;
};
const found = () => { document.getElementById('lost').hidden = true; };

/* Typed text is kept in this browser under the form's name until the form has been accepted. Passwords never are, and a chosen file cannot be. */
const keep = {
  key: form => 'kept:' + form.dataset.keep,
  fields: form => [...form.elements].filter(f => f.name && (f.type !== 'hidden' || f.name.startsWith('reading.')) && f.type !== 'password' && f.type !== 'file' && f.type !== 'submit'),
  save(form) {
    const values = keep.fields(form).filter(f => (f.type !== 'checkbox' && f.type !== 'radio') || f.checked).map(f => [f.name, f.value]);
    sessionStorage.setItem(keep.key(form), JSON.stringify(values));
  },
  /* What is hidden is of a page as it was: not where a part of it has just come that knows better. */
  restore(form, hidden = true) {
    const stored = sessionStorage.getItem(keep.key(form));
    if (!stored) return;
    for (const [name, value] of JSON.parse(stored)) {
      for (const f of keep.fields(form).filter(each => each.name === name)) {
        if (f.type === 'checkbox' || f.type === 'radio') f.checked = f.checked || f.value === value;
        else if (!f.value && (hidden || f.type !== 'hidden')) f.value = value;
      }
    }
  },
  forget: form => sessionStorage.removeItem(keep.key(form)),
  /* A form sent as a page of its own was accepted when the page that follows has no trouble with it. A login that has
     expired and an error answer nothing. */
  sent: form => sessionStorage.setItem('sent', JSON.stringify({ key: keep.key(form), from: location.pathname })),
  forgetAnswered() {
    const sent = JSON.parse(sessionStorage.getItem('sent') || 'null');
    sessionStorage.removeItem('sent');
    const here = performance.getEntriesByType('navigation')[0]?.type === 'navigate' && document.referrer;
    const troubled = () => [...document.querySelectorAll('form[data-keep]')].some(form => keep.key(form) === sent.key && [...form.querySelectorAll('.trouble')].some(t => t.textContent.trim()));
    if (sent && here && new URL(here).pathname === sent.from && !document.querySelector('[data-not-accepted]') && !troubled()) sessionStorage.removeItem(sent.key);
    document.querySelectorAll('[data-accepted]').forEach(page => sessionStorage.removeItem('kept:' + page.dataset.accepted));
  },
};

const prepare = (root, hidden = true) => {
  root.querySelectorAll('form[data-keep]').forEach(form => keep.restore(form, hidden));
  root.querySelectorAll('dialog[data-reopen]').forEach(d => { if (d.dataset.reopen) d.showModal(); });
};

/* Where a letter is a letter, and no key. */
const isWrittenIn = place => Boolean(place.matches?.('input:not([type=radio], [type=checkbox]), textarea, select'));

/* As phone.css has it. */
const inHand = () => matchMedia('(max-width: 56em)').matches;

/* Where the hand goes next on a board that has just been put up. */
const toTheWork = board => {
  if (document.activeElement && document.activeElement !== document.body && document.activeElement.closest('.top')) return;
  // whatever field of the step was refused: to be seen as that by who hears the page, and where the hand goes
  for (const name of board.querySelector('#confirm')?.dataset.refused?.split(' ') ?? [])
    board.querySelector(`#confirm :is(input:not([type=radio], [type=hidden]), select)[name="${CSS.escape(name)}"]`)?.setAttribute('aria-invalid', 'true');
  const wrong = board.querySelector('.failed input, .trouble ~ input, [aria-invalid="true"]');
  if (inHand()) {
    // a field in focus would bring up the keys over what is to be read first
    if (!document.documentElement.dataset.ready) return;
    const trouble = [...board.querySelectorAll('.step > .notice, .step .failed, .step .trouble')].find(t => t.textContent.trim());
    if (trouble) trouble.scrollIntoView({ block: 'center' });
    else board.querySelector('.work').scrollIntoView();
    return;
  }
  (wrong || board.querySelector('#confirm input.reading-field:not([type=radio])') || board.querySelector('#done'))?.focus({ preventScroll: true });
};
document.addEventListener('alpine:init', () => window.Alpine.data('bench', () => ({ init() { toTheWork(this.$root); } })));

/* What no text may hold, as PlainText on the server has it: said beside the field while it can still be taken out. */
const NOT_TEXT = /(?![\t\n\r])[\p{Cc}\p{Cs}\p{Noncharacter_Code_Point}\u202a-\u202e\u2066-\u2069]/u;
document.addEventListener('input', e => {
  const field = e.target;
  if (!field.matches('input:not([type=radio]):not([type=checkbox]):not([type=file]), textarea')) return;
  const found = NOT_TEXT.exec(field.value);
  const before = found && field.value.slice(Math.max(0, found.index - 20), found.index).trim();
  const trouble = found ? 'This holds a character that cannot be kept (U+' + found[0].codePointAt(0).toString(16).toUpperCase().padStart(4, '0') + (before ? ', after “' + before + '”' : ', at the beginning') + '). Take it out.' : '';
  field.setCustomValidity(trouble);
  const place = field.closest('.typed-in') || field;
  let said = place.nextElementSibling?.matches('.not-text') ? place.nextElementSibling : null;
  if (trouble && !said) {
    said = document.createElement('p');
    said.className = 'trouble not-text';
    said.setAttribute('role', 'alert');
    place.after(said);
  }
  if (said) { said.textContent = trouble; said.hidden = !trouble; }
});

document.addEventListener('input', e => { const form = e.target.form; if (form?.dataset.keep) keep.save(form); });
document.addEventListener('submit', e => { const form = e.target.closest('form[data-keep]:not([hx-post])'); if (form) { keep.save(form); keep.sent(form); } });

/* A second tap before the answer is there sends nothing: what plans, buys or takes in would do so twice. */
document.addEventListener('submit', e => {
  const form = e.target;
  // a drawing that follows is another request of the same form, and no reason to hold it back
  if (form.dataset.sent || (form.hasAttribute('hx-post') && form.classList.contains('htmx-request'))) {
    e.preventDefault();
    e.stopImmediatePropagation();
  } else if (form.method === 'post' && !form.hasAttribute('hx-post')) {
    form.dataset.sent = 'yes';
    setTimeout(() => delete form.dataset.sent, 15000);
  }
}, true);
// back from the next page, by the browser's own button
window.addEventListener('pageshow', () => document.querySelectorAll('form[data-sent]').forEach(form => delete form.dataset.sent));

document.addEventListener('click', e => {
  const opener = e.target.closest('[data-opens]');
  if (opener) document.getElementById(opener.dataset.opens).showModal();
  if (e.target.closest('[data-closes]')) e.target.closest('dialog').close();
});

/* A wrench or caliper that sends to the bench: what it read last is typed for the hand that holds it. */
document.addEventListener('click', async e => {
  const button = e.target.closest('[data-reads]');
  if (!button) return;
  const field = button.parentElement.querySelector('input');
  const said = button.closest('.measure').querySelector('.tool-said');
  said.textContent = '';
  try {
    const answer = await fetch(button.dataset.reads);
    const text = await answer.text();
    if (answer.ok && !answer.redirected) {
      field.value = text;
      field.dispatchEvent(new Event('input', { bubbles: true }));
      field.focus();
    } else {
      said.textContent = answer.redirected ? 'You have been logged out.' : text;
    }
  } catch {
    said.textContent = 'No connection to Wartung.';
  }
});

/* A wrench or caliper in keyboard mode ends every reading with Enter: the next bolt's turn, the next place. */
document.addEventListener('keydown', e => {
  if (e.key !== 'Enter' || !e.target.matches('[data-turn], .place')) return;
  e.preventDefault();
  if (e.target.matches('[data-turn]')) {
    e.target.parentElement.querySelector('[data-turns]').click();
    return;
  }
  const places = [...document.querySelectorAll('.place')];
  const next = places[places.indexOf(e.target) + 1];
  if (next) { next.focus(); next.select(); } else document.getElementById('done')?.focus();
});
document.addEventListener('htmx:afterSettle', e => { if (e.target.matches?.('.run')) (document.querySelector('[data-turn]') || document.querySelector('.place') || document.getElementById('done'))?.focus(); });

document.addEventListener('keydown', e => {
  const typing = isWrittenIn(e.target);
  if (e.ctrlKey || e.altKey || e.metaKey) return;
  if (e.key === 'Escape' && e.target.id === 'scan') e.target.blur();
  if (typing || document.querySelector('dialog[open]')) return;
  const press = id => { const target = document.getElementById(id); if (target) { e.preventDefault(); target.click(); } };
  switch (e.key) {
    case '/': e.preventDefault(); document.getElementById('scan')?.focus(); break;
    case '?': document.getElementById('keys').showModal(); break;
    case 'm': case 'M': { const f = document.querySelector('.reading-field'); if (f) { e.preventDefault(); f.focus(); f.select?.(); } break; }
    case 'p': case 'P': press('problem-button'); break;
    case 'b': case 'B': press('back'); break;
    case 'f': case 'F': press('findings'); break;
    case 'z': case 'Z': press('whole'); break;
    case 'Enter': if (!e.target.closest('a, button, summary')) press('done'); break;
  }
});

document.addEventListener('htmx:configRequest', e => {
  const header = document.querySelector('meta[name=csrf-header]');
  if (header) e.detail.headers[header.content] = document.querySelector('meta[name=csrf-token]').content;
});
document.addEventListener('htmx:afterRequest', e => {
  if (!e.detail.successful) return;
  found();
  // accepted: what was typed is on the server now, so the browser's copy goes
  const form = e.target.closest?.('form[data-keep]');
  if (form && e.detail.requestConfig.verb === 'post') keep.forget(form);
});
/* What renews itself by the clock waits while a finger is on it: a press that begins on a button and ends on its copy presses
   neither. A finger that left the window unseen is forgotten after ten seconds. And while something was opened in it, in which
   somebody may be typing. */
let pressed = null;
document.addEventListener('pointerdown', e => { pressed = { on: e.target, since: performance.now() }; }, true);
for (const lifted of ['pointerup', 'pointercancel']) {
  document.addEventListener(lifted, () => { const was = pressed; setTimeout(() => { if (pressed === was) pressed = null; }, 300); }, true);
}
document.addEventListener('htmx:beforeSwap', e => {
  const byClock = e.detail.requestConfig?.elt?.matches?.('[hx-trigger^="every"]');
  const held = pressed && performance.now() - pressed.since < 10000 && e.detail.target.contains(pressed.on);
  if (byClock && (held || e.detail.target.querySelector('dialog[open]'))) e.detail.shouldSwap = false;
});
// what one bolt showed is kept no longer than till it is answered: it would be typed for the next
document.addEventListener('htmx:beforeSwap', e => {
  const field = e.detail.shouldSwap && e.detail.target.querySelector('[data-turn]');
  if (!field || e.detail.requestConfig?.formData?.get('shown') !== field.value) return;
  field.value = '';
  keep.save(field.form);
});
// where the next answer was given before this one was answered, what comes back knows nothing of it: the next is on its way
document.addEventListener('htmx:beforeSwap', e => {
  const form = e.detail.requestConfig?.elt;
  if (!form?.matches?.('form[data-latest]')) return;
  const sent = e.detail.requestConfig.formData;
  if (sent && [...new FormData(form)].some(([name, value]) => sent.get(name) !== value)) e.detail.shouldSwap = false;
});
// a bolt-up that comes knows its turns: one that was taken back is none in the draft, either
document.addEventListener('htmx:afterSwap', e => {
  const turned = Boolean(e.detail.target?.matches?.('.run')), form = turned && document.getElementById('confirm');
  prepare(document, !turned);
  if (form) keep.save(form);
});
document.addEventListener('htmx:oobAfterSwap', () => prepare(document, false));
/* Network or database gone: looked for every few seconds, and said when it is back. Nothing is sent again unasked. */
let looking = 0;
const away = text => {
  lost(text);
  if (looking) return;
  looking = setInterval(async () => {
    const back = await fetch('/actuator/health').then(r => r.ok, () => false);
    if (!back) return;
    clearInterval(looking);
    looking = 0;
    lost('Wartung is back. What you typed is still here: send it again.');
    document.getElementById('lost').classList.add('back');
  }, 3000);
};
const gone = e => { if (!along.takes(e.detail)) away('No connection to Wartung. What you typed is kept here; this line changes when it is back.'); };
document.addEventListener('htmx:sendError', gone);
document.addEventListener('htmx:timeout', gone);
document.addEventListener('htmx:responseError', e => {
  const status = e.detail.xhr.status;
  if ((status === 502 || status === 503 || status === 504) && along.takes(e.detail)) return;
  if (status === 401 || status === 403 && !document.querySelector('meta[name=csrf-token]')) {
    lost('You have been logged out. What you typed is kept in this browser.', { href: '/login?expired', text: 'Log in again' });
    sessionStorage.setItem('after-login', location.pathname + location.search);
  } else if (status === 400 && e.detail.xhr.getResponseHeader('Content-Type')?.startsWith('text/plain')) {
    lost(e.detail.xhr.responseText);
  } else if (status === 403) {
    lost('Your role does not allow this.');
  } else if (status === 502 || status === 503 || status === 504) {
    away('Wartung cannot reach its data just now. What you typed is kept here; this line changes when it is back.');
  } else {
    lost('That did not work (' + status + '). Nothing that was confirmed is lost; what you typed is kept here. Try again.');
  }
});

window.addEventListener('load', () => {
  keep.forgetAnswered();
  prepare(document);
  const back = sessionStorage.getItem('after-login');
  if (back && location.pathname === '/') {
    sessionStorage.removeItem('after-login');
    location.replace(back);
  }
  document.documentElement.dataset.ready = 'true';
});

/* A choice that changes what the rest of its form offers. */
document.addEventListener('change', e => { if (e.target.matches('[data-submits]')) e.target.form.requestSubmit(); });

/* The browser's own calendar, for a field that is written as days are read here, whatever the browser's language. */
document.addEventListener('click', event => {
  const button = event.target.closest('.pick-day');
  if (!button) return;
  const field = button.parentElement.querySelector('input[name]');
  const picker = document.createElement('input');
  picker.type = button.dataset.picks;
  picker.className = 'day-picker';
  picker.tabIndex = -1;
  picker.addEventListener('change', () => {
    const [, year, month, day, time] = picker.value.match(/^(\d+)-(\d+)-(\d+)(?:T(.{5}))?/) || [];
    if (!year) return;
    const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
    field.value = Number(day) + ' ' + months[month - 1] + ' ' + year + (time ? ' ' + time : '');
    field.dispatchEvent(new Event('input', { bubbles: true }));
  });
  picker.addEventListener('blur', () => picker.remove());
  button.after(picker);
  picker.focus();
  if (picker.showPicker) picker.showPicker();
});
