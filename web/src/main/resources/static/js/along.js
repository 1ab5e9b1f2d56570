/* Jobs taken along to where there is no network. The server made every board and every limit ahead (along.html); here they are put up, what
   is typed is compared (along-rules.js) and kept (along-store.js), and sent in order once there is a network. Nothing is signed here. */
'use strict';

const along = {
  down: false,
  packs: new Map(),
  lastTools: new Map(),
  who: () => document.querySelector('meta[name=who]')?.content || here.kept('who'),
  board: () => document.getElementById('board'),
  jobHere: () => along.board()?.dataset.job || /^\/jobs\/(\d+)$/.exec(location.pathname)?.[1] || '',
  id() {
    if (crypto.randomUUID) return crypto.randomUUID();
    const b = crypto.getRandomValues(new Uint8Array(16));
    b[6] = b[6] & 15 | 64; b[8] = b[8] & 63 | 128;
    return [...b].map((v, i) => (i === 4 || i === 6 || i === 8 || i === 10 ? '-' : '') + v.toString(16).padStart(2, '0')).join('');
  },

  /* What was taken along of a job, taken apart; none where it is somebody else's. */
  async pack(number) {
    const kept = await stored.job(String(number)).catch(() => null);
    if (!kept || kept.who !== along.who()) return null;
    const known = along.packs.get(kept.number);
    if (known?.at === kept.at) return Object.assign(known, { due: kept.due, words: kept.words });
    const { html, ...about } = await stored.withBoards(kept.number) || {};
    if (!html) return null;
    const page = new DOMParser().parseFromString(html, 'text/html');
    const steps = [...page.querySelectorAll('template[data-step]')].map(t => ({ id: t.dataset.step, rules: JSON.parse(t.dataset.rules), exposed: JSON.parse(t.dataset.exposed), board: t, turns: [] }));
    page.querySelectorAll('template[data-turn]').forEach(t => { steps.find(s => s.id === t.dataset.of).turns[Number(t.dataset.turn)] = t; });
    const pack = { ...about, steps, closing: page.querySelector('template[data-closing]'), finding: page.querySelector('template[data-finding]'), points: JSON.parse(page.body.dataset.points), length: JSON.parse(page.body.dataset.length), behind: new Map([...page.querySelectorAll('template[data-behind]')].map(t => [t.dataset.behind, t])) };
    along.packs.set(kept.number, pack);
    return pack;
  },

  /* The step that is due on this device: after what the server knew and what was done here since. */
  due(pack, unsent) {
    const done = new Set(unsent.filter(e => e.job === pack.number && e.what === 'step' && !e.failed).map(e => e.at));
    const from = Math.max(0, pack.steps.findIndex(s => s.id === pack.due));
    return pack.due === '' ? null : pack.steps.slice(from).find(s => !done.has(s.id)) || null;
  },
  /* What was read here, by reading: some are to be again what they were. */
  known({ job, unsent }) {
    const known = { ...job?.read };
    unsent.filter(e => e.job === job?.number).forEach(e => Object.assign(known, e.read));
    return known;
  },

  /* Where the job on my bench stands now, kept at once; whether it has to be fetched anew. What leads another way than the server now shows,
     because of a finding or a corrected record, is dropped at once: nobody goes on by that. What was read just now and a later step is held
     against is fetched. */
  async stands(number, due, way) {
    const pack = await along.pack(number);
    if (!pack) return true;
    if (pack.way !== way || (due !== '' && !pack.steps.some(s => s.id === due))) {
      await stored.dropJob(String(number));
      along.packs.delete(String(number));
      return true;
    }
    if (pack.due === due) return Date.now() - pack.at > 1800000;
    const read = pack.steps.find(s => s.id === pack.due)?.rules.asks.map(a => a.id) || [];
    const later = pack.steps.flatMap(s => s.rules.asks).some(a => read.includes(a.same) && !a.known);
    await stored.stands(String(number), due);
    pack.due = due;
    return later || Date.now() - pack.at > 1800000;
  },
  /* Takes the job along: its boards, limits, lots, tins and tools as they are now. Answers whether it is here now. */
  async take(number, due) {
    // known first: what is kept on a device that nobody knows of could not be told to forget
    if (!await along.register()) return false;
    const answer = await fetch('/jobs/' + number + '/along', { headers: { 'HX-Request': 'true' } });
    if (answer.status === 204) { await stored.dropJob(String(number)); return false; }
    if (!answer.ok || answer.redirected) return false;
    const html = await answer.text();
    const page = new DOMParser().parseFromString(html, 'text/html'), about = page.body.dataset;
    // where nobody says which step is due, it is the first that was made ahead; of a job with none the closing
    await stored.keepJob({ number: String(number), who: about.who, tag: about.tag, way: about.way, since: about.since, html, at: Date.now(), due: due ?? page.querySelector('template[data-step]')?.dataset.step ?? '' });
    // a browser short of space asks before it drops what is kept
    await navigator.storage?.persist?.();
    return true;
  },
  /* Jobs on my bench, listed: whether they are on this device, and the button that takes them along. */
  async listed() {
    for (const place of document.querySelectorAll('[data-along]')) {
      const kept = await stored.job(place.dataset.along);
      const [said, button] = place.children;
      // an earlier version kept no words of when
      said.textContent = kept?.who !== along.who() ? 'Not on this device.' : kept.since ? 'On this device since ' + kept.since + '.' : 'On this device.';
      button.textContent = 'Take job ' + place.dataset.along + ' along' + (kept?.who === along.who() ? ' anew' : '');
      button.onclick = () => along.takeListed(place);
      place.hidden = false;
    }
  },
  async takeListed(place) {
    const [said, button] = place.children;
    button.disabled = true;
    let trouble = '';
    try {
      // what is not sent yet goes first: what is taken along would not know of it
      if ((await stored.unsent()).length) await along.contact();
      if (!await along.take(place.dataset.along)) trouble = ' It was not taken along. Open it, and try again.';
    } catch { trouble = ' It was not taken along: no network, or no room here.'; }
    await along.listed();
    said.textContent += trouble;
    button.disabled = false;
  },
  async register() {
    const id = along.device();
    const token = document.querySelector('meta[name=csrf-token]')?.content;
    return token && (await fetch('/handheld', { method: 'POST', headers: { 'X-CSRF-TOKEN': token }, body: new URLSearchParams({ id, name: along.kind() }) })).ok;
  },
  device() {
    const name = 'device.' + along.who();
    if (!here.kept(name)) here.keep(name, along.id());
    return here.kept(name);
  },
  kind() {
    const says = navigator.userAgent;
    const on = /Android/.test(says) ? 'Android' : /iPhone|iPad/.test(says) ? 'iPhone or iPad' : /Windows/.test(says) ? 'Windows' : /Mac/.test(says) ? 'Mac' : /Linux/.test(says) ? 'Linux' : 'A device';
    return on + ', ' + (matchMedia('(max-width: 56em)').matches ? 'small display' : 'large display');
  },

  /* A board, made from what was taken along. */
  made(template) {
    const node = document.importNode(template.content, true).querySelector('#board');
    node.removeAttribute('hx-get');
    // what is in it has nothing of Alpine's: looking for it takes longer than all the rest
    node.removeAttribute('x-data');
    node.setAttribute('x-ignore', '');
    window.htmx?.process(node);
    return node;
  },
  /* The board that comes next, while this one is worked by: a phone takes its time. */
  makeNext(template) {
    along.next = null;
    const make = () => { along.next = { template, node: along.made(template) }; };
    if (template) (window.requestIdleCallback || setTimeout)(make);
  },
  /* Puts a board up in the place of the one that is there. */
  show(template, unsent, then) {
    const node = along.next?.template === template ? along.next.node : along.made(template);
    along.next = null;
    node.querySelectorAll('input[name=entryId]').forEach(field => { field.value = along.id(); });
    const used = along.lastTools;
    node.querySelectorAll('select[name^="tool."]').forEach(select => { if (!select.value && [...select.options].some(o => o.value === used.get(select.name) && !o.disabled)) select.value = used.get(select.name); });
    node.dataset.seq = String(Number(node.dataset.seq) + unsent.filter(e => e.job === along.jobHere()).length);
    then?.(node);
    const place = along.board() || document.getElementById('main').firstElementChild;
    document.querySelectorAll('dialog[open]').forEach(d => d.close());
    place.replaceWith(node);
    prepare(document);
    node.dispatchEvent(new CustomEvent('htmx:afterSettle', { bubbles: true }));
    toTheWork(node);
    along.told(unsent);
  },
  showDue(pack, unsent, said) {
    const due = along.due(pack, unsent);
    const all = unsent.filter(e => e.job === pack.number);
    along.show(due ? due.board : pack.closing, unsent, node => {
      along.dataOf(node, pack, due);
      const before = all.filter(e => e.what === 'step' && !e.failed).pop()?.at;
      const back = node.querySelector('#back');
      if (back && before) back.href = '/jobs/' + pack.number + '?look=' + encodeURIComponent(before);
      if (said) along.say(node, said);
      if (!due) along.say(node, 'All steps are done. Closing takes your signature: it waits for the network.');
      else if (due.rules.waits) along.waits(node, due.rules.waits);
      else along.sameAsBefore(node, pack, due, all);
    });
    if (due) along.makeNext(pack.steps[pack.steps.indexOf(due) + 1]?.board);
  },
  dataOf(node, pack, step) { node.dataset.job = pack.number; node.dataset.step = step?.id || ''; node.dataset.mine = 'true'; },
  sameAsBefore(node, pack, step, all) {
    const known = { ...pack.words };
    all.forEach(e => Object.assign(known, e.words));
    step.rules.asks.filter(a => a.same && known[a.same]).forEach(a => along.say(node, 'Before it was ' + known[a.same] + '.'));
  },
  say(node, words) {
    const said = document.createElement('p');
    said.className = 'notice';
    said.setAttribute('role', 'status');
    said.textContent = words;
    (node.querySelector('.step .phases') || node.querySelector('.step').firstElementChild).after(said);
  },
  waits: (node, words) => { node.querySelectorAll('.waits').forEach(w => w.remove()); along.say(node, 'This waits in its place. ' + words); node.querySelector('.step .notice').classList.add('waits'); },

  trouble(board, field, words) {
    const input = [...board.querySelectorAll('[name="' + CSS.escape(field) + '"]')].pop();
    const said = document.createElement('p');
    said.className = 'trouble without-network';
    said.setAttribute('role', 'alert');
    said.textContent = words;
    if (field.startsWith('instead.') && !input) {
      // why a lot or a lock is otherwise: the field that the server shows once it asks for it
      const label = document.createElement('label');
      label.className = 'instead without-network';
      label.textContent = words;
      const why = document.createElement('input');
      why.name = field;
      why.maxLength = 300;
      label.append(why);
      along.place(board, field.slice('instead.'.length)).after(label);
    } else (input?.closest('.reading') || input?.closest('.piece, .lot, .kit-number, .tin, .read-with > span') || along.place(board, field)).append(said);
  },
  place: (board, field) => [...board.querySelectorAll('[name="' + CSS.escape(field) + '"]')].pop()?.closest('.reading, .piece, .lot, .kit-number') || board.querySelector('#confirm'),

  failed(board, found) {
    const place = along.place(board, 'reading.' + found.id).closest('.reading') || board.querySelector('#confirm');
    const box = document.createElement('div');
    box.className = 'failed without-network';
    box.setAttribute('role', 'alert');
    const p = document.createElement('p');
    const b = document.createElement('b');
    b.textContent = found.how === 'UNSURE' ? 'Not surely within: ' : found.how === 'LOW' ? 'Too low: ' : found.how === 'HIGH' ? 'Too high: ' : 'Otherwise than expected: ';
    p.append(b, found.next);
    box.append(p);
    if (found.stands) {
      const label = document.createElement('label');
      label.textContent = 'Or let it stand, because';
      const input = document.createElement('input');
      input.name = 'reason.' + found.id;
      input.maxLength = 500;
      label.append(input);
      box.append(label);
    }
    place.append(box);
    box.scrollIntoView({ block: 'nearest' });
  },

  /* A step confirmed without network. */
  async confirm(form, pack) {
    const board = along.board();
    // what no text may hold is said beside its field
    if (!form.reportValidity()) return;
    const step = pack.steps.find(s => s.id === board.dataset.step);
    if (!step) { along.waits(board, board.dataset.step ? 'This step is not on this device.' : 'Closing takes your signature.'); return; }
    const now = await stored.now(pack.number);
    const mine = now.unsent.filter(e => e.job === pack.number);
    // the network may have gone before what is kept was told of the last step that was confirmed with it
    if (pack.due !== step.id && !mine.length) {
      await stored.stands(pack.number, step.id);
      pack.due = step.id;
    }
    // confirmed already, in another window of this device
    if (mine.some(e => e.what === 'step' && e.at === step.id && !e.failed)) { along.showDue(pack, now.unsent, 'This step was confirmed already, in another window here.'); return; }
    const typed = new FormData(form);
    const entryId = typed.get('entryId');
    typed.delete('entryId'); typed.delete('second.password'); typed.delete('shown');
    const result = compared.step(step.rules, typed, along.known(now));
    const reasons = [...board.querySelectorAll('.without-network [name]')].map(f => [f.name, f.value]);
    board.querySelectorAll('.without-network, .waits').forEach(old => old.remove());
    result.troubles.forEach(([field, words]) => along.trouble(board, field, words));
    // what was typed as a reason stays
    reasons.forEach(([name, value]) => { const field = board.querySelector('[name="' + CSS.escape(name) + '"]'); if (field) field.value = value; });
    if (result.troubles.length) { board.querySelector('.without-network')?.scrollIntoView({ block: 'nearest' }); return; }
    const holds = mine.find(e => e.holds);
    if (holds) result.waits = holds.said + ': this may change the job, and is judged where the network is.';
    if (result.waits) { along.waits(board, result.waits); return; }
    const entry = { job: pack.number, who: pack.who, tag: pack.tag, what: 'step', at: step.id, entryId, fields: [...typed].filter(([, v]) => typeof v === 'string' && v !== ''), done: Date.now(), said: board.querySelector('.say')?.textContent.trim() || step.id };
    if (result.failed.length) {
      await stored.add({ ...entry, failed: true });
      form.querySelector('[name=entryId]').value = along.id();
      result.failed.forEach(f => along.failed(board, f));
      await along.tell();
      return;
    }
    entry.read = result.read;
    entry.words = Object.fromEntries(step.rules.asks.filter(a => typed.get('reading.' + a.id)).map(a => [a.id, typed.get('reading.' + a.id) + (a.unit ? ' ' + a.unit : '')]));
    typed.forEach((value, name) => { if (name.startsWith('tool.')) along.lastTools.set(name, value); });
    await stored.add(entry);
    keep.forget(form);
    along.showDue(pack, [...now.unsent, entry], '');
    // in the hand the board itself goes to where the work is
    if (!inHand()) along.board().scrollIntoView({ block: 'start' });
  },

  /* A problem, or a note, without network. */
  async noted(form, pack, what) {
    if (!form.reportValidity()) return;
    const typed = new FormData(form);
    const words = (typed.get(what === 'problem' ? 'note' : 'note.words') || '').trim();
    form.querySelectorAll('.without-network').forEach(old => old.remove());
    if (!words) {
      const said = document.createElement('p');
      said.className = 'trouble without-network';
      said.setAttribute('role', 'alert');
      said.textContent = what === 'problem' ? 'Say in a few words why.' : 'Write what whoever stands here next should know.';
      form.querySelector('textarea').after(said);
      return;
    }
    const photo = typed.get('note.photo');
    await stored.add({ job: pack.number, who: pack.who, tag: pack.tag, what, at: along.board().dataset.step || '', entryId: typed.get('entryId'), fields: [...typed].filter(([n, v]) => typeof v === 'string' && n !== 'entryId' && v !== ''), photo: photo instanceof File && photo.size ? photo : null, done: Date.now(), said: words });
    form.querySelector('[name=entryId]').value = along.id();
    form.querySelectorAll('textarea').forEach(t => { t.value = ''; });
    keep.forget(form);
    form.closest('dialog')?.close();
    along.say(along.board(), 'Kept on this device. It goes on the record once there is a network.');
    await along.tell();
  },

  /* One turn of a bolt-up, from the boards that were made ahead. */
  turned(path, pack) {
    const board = along.board();
    const form = board.querySelector('#confirm');
    const step = pack.steps.find(s => s.id === board.dataset.step);
    const address = new URL(path, location.origin);
    const rule = step?.rules.asks.find(a => a.id === address.searchParams.get('ask'));
    if (!rule) return;
    const typed = new FormData(form);
    const all = compared.turns(rule, typed);
    const turn = address.searchParams.get('turn');
    const shown = (typed.get('shown') || '').trim();
    let said = '', unread = false;
    if (turn === 'back') all.pop();
    else if (turn === 'stage') { const stage = rule.turns[all.length]?.stage; while (all.length < rule.count && rule.turns[all.length].stage === stage) all.push(rule.turns[all.length].asked); }
    else if (!shown) { if (all.length < rule.count) all.push(rule.turns[all.length].asked); }
    else {
      const read = compared.number(shown, rule);
      unread = Boolean(read.trouble);
      if (unread) said = read.trouble;
      else all.push(read.si);
    }
    const state = document.importNode(step.turns[all.length].content, true);
    const run = state.querySelector('.run');
    run.querySelector('[name="reading.' + CSS.escape(rule.id) + '"]').value = all.map(t => String(Math.round(t * 1000) / 1000)).join(';');
    run.querySelectorAll('.verdict').forEach(v => v.remove());
    const off = all.length ? compared.turn(rule, all.length - 1, all[all.length - 1]) : 'WITHIN';
    if (off !== 'WITHIN') said = (off === 'LOW' ? 'That was too little for this stage. Take it back and pull again.' : 'That was too much for this stage. Slacken it, take the turn back, and pull again.');
    if (said) { const p = document.createElement('p'); p.className = 'trouble'; p.setAttribute('role', 'alert'); p.textContent = said; run.append(p); }
    document.getElementById('run-' + rule.id).replaceWith(run);
    const picture = state.querySelector('#spread-picture');
    if (picture) { picture.removeAttribute('hx-swap-oob'); document.getElementById('spread-picture')?.replaceWith(picture); }
    window.htmx?.process(run);
    // what was no torque stays to be put right; the draft has no turn that was taken back, nor what this bolt showed
    if (unread) run.querySelector('[data-turn]').value = shown;
    keep.save(form);
    (run.querySelector('[data-turn]') || document.getElementById('done'))?.focus();
  },

  /* A reading judged as it is typed. */
  async judged(field, pack) {
    const step = pack.steps.find(s => s.id === along.board().dataset.step);
    const rule = step?.rules.asks.find(a => 'reading.' + a.id === field.name);
    const place = rule && document.getElementById('judged-' + rule.id);
    if (!place || rule.kind !== 'measurement') return;
    place.querySelectorAll('.verdict, .trouble').forEach(v => v.remove());
    if (!field.value.trim()) return;
    const before = rule.same && along.known(await stored.now(pack.number))[rule.same];
    const judged = compared.measured(rule, new FormData(along.board().querySelector('#confirm')), before);
    const p = document.createElement('p');
    p.className = judged.trouble ? 'trouble' : 'verdict ' + (judged.how === 'WITHIN' ? 'ok' : 'off');
    p.textContent = judged.trouble || (judged.how === 'WITHIN' ? 'Within limits.' : (judged.how === 'LOW' ? 'Too low. ' : judged.how === 'HIGH' ? 'Too high. ' : '') + judged.next);
    place.append(p);
  },

  /* An earlier step looked at: as it was made ahead, with what was typed here. */
  async look(pack, id) {
    const unsent = await stored.unsent();
    const here = unsent.filter(e => e.job === pack.number && e.what === 'step' && e.at === id && !e.failed).pop();
    const step = pack.steps.find(s => s.id === id);
    const template = pack.behind.get(id) || step?.board;
    if (!template) return;
    const due = along.due(pack, unsent);
    along.show(template, unsent, node => {
      along.dataOf(node, pack, due);
      if (!pack.behind.has(id)) {
        node.querySelector('#confirm')?.remove();
        node.querySelector('.do')?.remove();
        along.say(node, here ? 'Looking back. Done here without network: ' + (Object.values(here.words || {}).join(', ') || 'confirmed') + '.' : 'Looking back.');
        const to = document.createElement('a');
        to.className = 'btn big';
        to.id = 'to-due';
        to.href = '/jobs/' + pack.number;
        to.textContent = 'To the step that is due';
        node.querySelector('.step').append(to);
      }
    });
  },

  /* Whether a request that htmx would send, or could not, is answered on this device. */
  takes(detail) {
    const config = detail.requestConfig;
    const board = along.board();
    const path = config?.path || '';
    if (!board || board.dataset.mine !== 'true' || !along.packs.has(board.dataset.job) || !path.startsWith('/jobs/' + board.dataset.job + '/')) return false;
    along.isDown();
    along.answer(config.elt, config.verb, path, along.packs.get(board.dataset.job)).catch(() => along.waits(along.board(), 'This device could not keep it: its storage may be full. Nothing of it is done.'));
    return true;
  },
  async answer(elt, verb, path, pack) {
    const board = along.board();
    if (verb === 'get') {
      if (/\/judge\?/.test(path)) await along.judged(elt, pack);
      else if (/\/turn\?/.test(path)) along.turned(path, pack);
      return;
    }
    const form = elt.closest('form');
    if (form?.id === 'confirm' && /\/steps\//.test(path)) await along.confirm(form, pack);
    else if (/\/problem$/.test(path)) await along.noted(form, pack, 'problem');
    else if (/\/note$/.test(path)) await along.noted(form, pack, 'note');
    else { form?.closest('dialog')?.close(); along.waits(board, /\/close$/.test(path) ? 'Closing takes your signature: that is checked where the network is.' : 'What you asked for is worked out where the network is.'); }
  },

  isDown() {
    if (along.down) return;
    along.down = true;
    document.documentElement.dataset.network = 'none';
    along.tell();
    along.asking ||= setInterval(along.contact, 4000);
  },
  isUp() {
    along.down = false;
    delete document.documentElement.dataset.network;
    clearInterval(along.asking);
    along.asking = 0;
    found();
  },

  /* Asks whether there is a network, and whether this device may still hold what it holds; then sends. */
  async contact() {
    let says;
    try {
      const answer = await fetch('/handheld/' + along.device(), { cache: 'no-store', signal: AbortSignal.timeout(8000) });
      if (!answer.ok) return;
      says = await answer.json();
    } catch { return; }
    if (says.forget) { await along.forget(); return; }
    const wasDown = along.down;
    if (wasDown) along.isUp();
    await along.send(says);
    if (wasDown && !(await stored.unsent()).length && document.querySelector('[data-without-network]')) location.reload();
  },
  async forget() {
    await stored.forgetAll();
    here.keep('device.' + along.who(), '');
    here.keep('who', '');
    if (window.caches) for (const name of await caches.keys()) await caches.delete(name);
    location.replace('/login?left');
  },

  /* In order, one after the other, from one window at a time. What stopped in the middle is sent again: twice is once. */
  async send(says) {
    if (navigator.locks) await navigator.locks.request('wartung-sends', () => along.sendAll(says)); else await along.sendAll(says);
  },
  async sendAll(says) {
    const all = await stored.unsent();
    if (!all.length) { await along.tell(); return; }
    const mine = all.filter(e => e.who === says.who);
    if (!says.who) { lost(along.count(all.length) + ' not sent yet.', { href: '/login?expired', text: 'Log in to send' }); sessionStorage.setItem('after-login', location.pathname); return; }
    const apart = new Set();
    const jobs = new Set();
    const held = new Set();
    for (const entry of mine) {
      // what was done after something that could not be sent follows it; another job does not wait for it
      if (held.has(entry.job)) continue;
      const form = new FormData();
      entry.fields.forEach(([name, value]) => form.append(name, value));
      form.append('entryId', entry.entryId);
      form.append('who', entry.who);
      form.append('at', entry.at);
      form.append('ago', String(Math.max(0, Date.now() - entry.done)));
      if (entry.failed) form.append('failed', 'yes');
      if (entry.photo) form.append('shot', entry.photo, 'photo.jpg');
      let answer;
      try {
        answer = await fetch('/jobs/' + entry.job + '/sent/' + entry.what, { method: 'POST', headers: { 'X-CSRF-TOKEN': says.token, 'HX-Request': 'true' }, body: form, signal: AbortSignal.timeout(30000) });
        if (answer.ok && !answer.redirected) {
          const came = await answer.json();
          if (came.how === 'APART') apart.add(entry.job);
          await stored.sent(entry, came.how === 'APART' ? null : await along.after(entry));
          jobs.add(entry.job);
          await along.tell();
          continue;
        }
      } catch { along.isDown(); return; }
      if (answer.status === 502 || answer.status === 503 || answer.status === 504) { along.isDown(); return; }
      lost('This could not be sent (' + answer.status + '): ' + entry.said + '. It stays on this device, with what was done after it in job ' + entry.job + '.');
      held.add(entry.job);
    }
    await along.tell();
    if (jobs.has(along.jobHere())) await along.refresh();
    for (const job of apart) lost('Somebody went on with job ' + job + ' meanwhile: what you did is kept beside it.', { href: '/jobs/' + job + '/apart', text: 'See both' });
  },
  /* The step that follows one, as it was made ahead. */
  async after(entry) {
    const steps = (await along.pack(entry.job))?.steps || [];
    const at = steps.findIndex(s => s.id === entry.at);
    return at < 0 ? null : steps[at + 1]?.id ?? '';
  },
  async refresh() {
    const number = along.jobHere();
    if (document.querySelector('[data-without-network]')) { location.reload(); return; }
    if (along.board() && window.htmx) await window.htmx.ajax('GET', '/jobs/' + number + '/board', { target: '#board', swap: 'outerHTML' });
  },

  count: n => n === 1 ? '1 entry' : n + ' entries',
  /* How much waits on this device, on every page. */
  async tell() { along.told(await stored.unsent().catch(() => [])); },
  told(all) {
    const place = document.getElementById('unsent');
    if (!place) return;
    const mine = all.filter(e => e.who === along.who());
    place.hidden = !all.length && !along.down;
    place.textContent = (along.down ? 'No network. ' : '') + (mine.length ? along.count(mine.length) + ' not sent yet' : all.length ? 'Somebody else’s ' + along.count(all.length) + ' wait here' : 'What you do is kept here');
    place.classList.toggle('down', along.down);
  },

  /* The page that stands where none could be fetched: the job of this address if it is here, else those that are. */
  async without(page) {
    along.isDown();
    const number = /^\/jobs\/(\d+)/.exec(location.pathname)?.[1];
    const pack = number && await along.pack(number);
    const look = new URLSearchParams(location.search).get('look');
    if (pack) {
      document.body.classList.add('on-bench');
      const section = document.createElement('section');
      section.className = 'bench-page';
      const tag = document.createElement('b');
      tag.className = 'tag here';
      tag.textContent = pack.tag;
      document.querySelector('.top .brand').after(tag);
      section.dataset.withoutNetwork = '';
      const place = document.createElement('div');
      section.append(place);
      place.id = 'board';
      page.replaceWith(section);
      if (look) await along.look(pack, look); else along.showDue(pack, await stored.unsent(), '');
      return;
    }
    const list = page.querySelector('ul');
    for (const job of (await stored.jobs()).filter(j => j.who === along.who())) {
      const item = document.createElement('li');
      const link = document.createElement('a');
      link.href = '/jobs/' + job.number;
      link.textContent = job.tag + ', job ' + job.number;
      item.append(link);
      list.append(item);
    }
    page.querySelector('.none').hidden = list.children.length > 0;
  },
};

document.addEventListener('htmx:beforeRequest', e => { if (along.down && along.takes(e.detail)) e.preventDefault(); });
document.addEventListener('click', async e => {
  const link = e.target.closest('a[href^="/jobs/"]');
  if (!along.down || !link || !along.board() || !along.packs.has(along.jobHere())) return;
  const to = new URL(link.href);
  if (to.pathname === '/jobs/' + along.jobHere() + '/findings') {
    e.preventDefault();
    const pack = along.packs.get(along.jobHere());
    lookedAt.open(pack, pack.steps.find(s => s.id === along.board().dataset.step));
    return;
  }
  if (to.pathname !== '/jobs/' + along.jobHere()) return;
  e.preventDefault();
  const pack = along.packs.get(along.jobHere());
  const look = to.searchParams.get('look');
  if (look) await along.look(pack, look); else along.showDue(pack, await stored.unsent(), '');
});
// typed text reaches the server by htmx; without network it is judged here
document.addEventListener('input', e => { if (along.down && e.target.matches('.reading-field') && along.packs.has(along.jobHere())) along.judged(e.target, along.packs.get(along.jobHere())); });

/* Whoever logs out takes everything along: only what is not sent yet stays, for them alone. */
document.addEventListener('submit', async e => {
  const form = e.target;
  if (!form.matches('form[action="/logout"]') || form.dataset.leaves) return;
  e.preventDefault();
  e.stopImmediatePropagation();
  // it was not sent yet: what keeps a second tap from sending twice must not keep this one
  delete form.dataset.sent;
  await along.contact();
  const mine = (await stored.unsent()).filter(each => each.who === along.who());
  if (mine.length && !form.dataset.told) {
    form.dataset.told = 'yes';
    lost(along.count(mine.length) + ' not sent yet. Log out again to leave all the same: they stay on this device, and are sent when you next log in here.');
    return;
  }
  await stored.forgetJobs();
  form.dataset.leaves = 'yes';
  form.requestSubmit();
}, true);

const benchHere = () => {
  const board = along.board();
  return board?.dataset.mine === 'true' && !document.querySelector('[data-without-network]') ? board : null;
};
const takeSoon = () => {
  const board = benchHere();
  if (along.down) return;
  if (!board) {
    // not mine, or ended: what was taken along of it leads nowhere
    const shown = along.board();
    if (shown?.dataset.mine === 'false') stored.dropJob(shown.dataset.job).then(() => along.packs.delete(shown.dataset.job)).catch(() => {});
    return;
  }
  // none is due where only the closing is left
  const { job, step = '', way } = board.dataset;
  along.stands(job, step, way).then(anew => {
    if (!anew) return;
    clearTimeout(along.soon);
    along.soon = setTimeout(() => along.take(job, step).then(() => along.pack(job)).catch(() => {}), 1500);
  }).catch(() => {});
};
document.addEventListener('htmx:afterSettle', e => { if (e.target.id === 'board' && !along.down) takeSoon(); });
window.addEventListener('online', along.contact);
window.addEventListener('offline', () => { if (along.board()) along.isDown(); });

window.addEventListener('load', async () => {
  const who = document.querySelector('meta[name=who]')?.content;
  if (who) here.keep('who', who);
  const worker = 'serviceWorker' in navigator && isSecureContext ? navigator.serviceWorker.register('/sw.js').catch(() => null) : null;
  if (!window.indexedDB) return;
  const page = document.querySelector('[data-without-network]');
  if (page) { await along.without(page); return; }
  await along.tell();
  if (!who) return;
  // who was here before and did not log out left their jobs behind
  for (const job of await stored.jobs().catch(() => [])) if (job.who !== who) await stored.dropJob(job.number);
  if ((await stored.unsent().catch(() => [])).length || (await stored.jobs().catch(() => [])).length) await along.contact();
  takeSoon();
  // without it no page opens where there is no network: nothing is promised then
  if (!await worker) return;
  await along.listed();
});
