/* A finding where there is no network: decided by the rules that the server sent along. One that lets the part be used goes on; what changes
   the job is kept, and the job waits until it is judged where the network is. */
'use strict';

const lookedAt = {
  /* The first rule that holds, as on the server; what is not known counts as large, and as running across. */
  decide(kind, metres, direction) {
    const size = metres ?? (kind.sized ? Infinity : 0);
    return kind.rules.find(r => (!r.direction || r.direction === (direction || 'ACROSS')) && (r.upTo === undefined || size <= r.upTo + 1e-12));
  },

  open(pack, step) {
    const exposed = step?.exposed || [];
    if (!exposed.length) { along.say(along.board(), 'Nothing is open yet. What comes off can be looked at.'); return; }
    const dialog = document.importNode(pack.finding.content, true).querySelector('dialog');
    document.getElementById('main').append(dialog);
    dialog.addEventListener('close', () => dialog.remove());
    const form = dialog.querySelector('form');
    const option = (value, words) => { const o = document.createElement('option'); o.value = value; o.textContent = words; return o; };
    const partNow = () => exposed.find(e => e.part === form.elements.part.value);
    const pointNow = () => pack.points[form.elements.point.value];
    const kindNow = () => pointNow().kinds.find(k => k.id === form.elements.kind?.value);
    const points = () => { form.elements.point.replaceChildren(...partNow().points.map(id => option(id, pack.points[id].name))); kinds(); };
    const kinds = () => {
      form.querySelector('.look').textContent = pointNow().look;
      form.querySelector('.kinds .picks').replaceChildren(...pointNow().kinds.map(k => {
        const label = document.createElement('label'), input = document.createElement('input'), words = document.createElement('span');
        label.className = 'pick';
        input.type = 'radio'; input.name = 'kind'; input.value = k.id;
        words.textContent = k.name;
        label.append(input, words);
        return label;
      }));
      decided();
    };
    const read = () => {
      const typed = form.elements.size.value.trim();
      return !kindNow()?.sized || !typed ? {} : compared.number(typed, pack.length);
    };
    const decided = () => {
      const kind = kindNow(), size = read(), rule = kind && !size.trouble && lookedAt.decide(kind, size.si, form.elements.direction.value);
      form.querySelector('.size').hidden = !kind?.sized;
      form.querySelector('.direction').hidden = !kind?.directed;
      form.querySelector('.at-hand').hidden = rule?.decision !== 'REPLACE';
      form.querySelector('.decision').textContent = rule ? rule.words[0].toUpperCase() + rule.words.slice(1) + '. ' + rule.reason + (rule.decision === 'FIT' ? '' : ' The job waits here until this is judged where the network is.') : '';
      return rule;
    };
    form.elements.part.replaceChildren(...exposed.map(e => option(e.part, e.name)));
    points();
    form.elements.part.addEventListener('change', points);
    form.elements.point.addEventListener('change', kinds);
    form.addEventListener('input', decided);
    form.addEventListener('submit', async event => {
      event.preventDefault();
      event.stopPropagation();
      const rule = decided(), size = read(), atHand = form.elements['at-hand'].value;
      const trouble = !kindNow() ? 'Choose what you found.' : size.trouble || (kindNow().directed && !form.elements.direction.value ? 'Say which way it runs.' : rule.decision !== 'REPLACE' ? '' : !atHand ? 'Is a new one at hand?' : atHand === 'yes' && !form.elements.lot.value.trim() ? 'Type or scan its lot.' : '');
      form.querySelector('.trouble').textContent = trouble;
      if (trouble) return;
      const typed = new FormData(form), photo = typed.get('photo');
      const entry = { job: pack.number, who: pack.who, tag: pack.tag, what: 'finding', at: step.id, entryId: along.id(), holds: rule.decision !== 'FIT', fields: [...typed].filter(([, v]) => typeof v === 'string' && v !== ''), photo: photo instanceof File && photo.size ? photo : null, done: Date.now(), said: partNow().name + ': ' + kindNow().name };
      try { await stored.add(entry); } catch { form.querySelector('.trouble').textContent = 'This device could not keep it: its storage may be full.'; return; }
      dialog.close();
      along.say(along.board(), 'Kept on this device: ' + partNow().name + ', ' + kindNow().name.toLowerCase() + '. ' + (rule.decision === 'FIT' ? 'The job goes on.' : 'The job waits until it is judged where the network is.'));
      await along.tell();
    });
    dialog.showModal();
  },
};
