/* What is typed at a step, held against what the server prepared for it: comparing, and nothing else. What takes more waits for the network. */
'use strict';

const compared = {
  plain: unit => unit.toLowerCase().replace(/[·⋅*.\-() ]+/g, ''),
  /* A decimal number, in the usual unit where none is typed; a fraction is read where the network is. */
  number(text, rule) {
    const typed = text.replace('\u2212', '-').replace('\u00a0', ' ').trim();
    if (!typed) return { trouble: 'Type the reading in ' + rule.unit + '.' };
    const found = /^([+-]?)(\d+(?:[.,]\d+)?|[.,]\d+)\s*(.*)$/.exec(typed);
    const unit = found && (found[3].trim() ? rule.units.find(u => u.names.includes(compared.plain(found[3]))) : rule.units[0]);
    if (!unit) return { trouble: 'Without network, type a decimal number in ' + rule.unit + ': for instance 12.5.' };
    if (/^[1-9]\d{0,2},\d{3}$/.test(found[2])) return { trouble: 'Is “' + found[2] + '” ' + found[2].replace(',', '.') + ' or ' + found[2].replace(',', '') + '? Type it with a point, or without a separator.' };
    const value = (found[1] === '-' ? -1 : 1) * Number(found[2].replace(',', '.'));
    if (value < 0 && !rule.below) return { trouble: 'Less than zero cannot be right. Read it again.' };
    if (value > 1e9) return { trouble: '“' + typed + '” is too large to be a reading.' };
    return { si: (value * unit.factor + unit.offset) * (rule.atBolt || 1) };
  },

  /* Limits and, with a tool whose uncertainty counts, the limits drawn in by it. {how: WITHIN | LOW | HIGH | UNSURE, next} */
  against(si, rule, tool, before) {
    let min = rule.min, max = rule.max;
    if (rule.same && rule.within !== undefined && before?.si !== undefined) { min = before.si - rule.within; max = before.si + rule.within; }
    if (min === undefined) return { how: 'WITHIN', next: '' };
    if (si < min) return { how: 'LOW', next: rule.low };
    if (si > max) return { how: 'HIGH', next: rule.high };
    if (tool?.guarded && !(si >= tool.min && si <= tool.max)) return { how: 'UNSURE', next: rule.unsure };
    return { how: 'WITHIN', next: '' };
  },

  tool: (rule, typed) => rule.with?.[typed.get(rule.tool) || ''],
  beyond: (si, tool) => tool && (si < tool.from || si > tool.to) ? tool.beyond : '',

  /* One measured reading as it is typed. */
  measured(rule, typed, before) {
    const read = compared.number(typed.get('reading.' + rule.id) || '', rule);
    if (read.trouble) return read;
    const tool = compared.tool(rule, typed);
    const beyond = compared.beyond(read.si, tool);
    if (beyond) return { trouble: beyond };
    return { si: read.si, ...compared.against(read.si, rule, tool, before) };
  },

  /* The turns of a bolt-up so far, newton metre at the bolt. */
  turns: (rule, typed) => (typed.get('reading.' + rule.id) || '').split(';').filter(t => t.trim()).map(Number),
  turn(rule, place, torque) {
    const turn = rule.turns[place];
    return torque < turn.min ? 'LOW' : torque > turn.max ? 'HIGH' : 'WITHIN';
  },
  run(rule, typed) {
    const all = compared.turns(rule, typed);
    if (all.length < rule.count) return { trouble: all.length + ' of ' + rule.count + ' turns are done.' };
    const tool = compared.tool(rule, typed);
    const last = all.slice(-rule.last);
    const beyond = last.map(t => compared.beyond(t, tool)).find(Boolean);
    if (beyond) return { trouble: beyond };
    const judged = last.map(t => compared.against(t, rule, tool));
    return judged.find(j => j.how === 'HIGH') || judged.find(j => j.how === 'LOW') || judged.find(j => j.how === 'UNSURE') || judged[0];
  },

  /* All round: each within its limits, and none too far from another. */
  round(rule, typed) {
    const read = rule.names.map((name, i) => ({ name, ...compared.number(typed.get('reading.' + rule.id + '.' + (i + 1)) || '', rule) }));
    const not = read.find(r => r.trouble);
    if (not) return { trouble: not.name[0].toUpperCase() + not.name.slice(1) + ': ' + (typed.get('reading.' + rule.id + '.' + (read.indexOf(not) + 1)) ? not.trouble : 'not read yet.') };
    const tool = compared.tool(rule, typed);
    const beyond = read.map(r => compared.beyond(r.si, tool)).find(Boolean);
    if (beyond) return { trouble: beyond };
    const within = read.every(r => compared.against(r.si, rule, tool).how === 'WITHIN');
    const apart = Math.max(...read.map(r => r.si)) - Math.min(...read.map(r => r.si));
    // a difference of two readings may be off by more than either: with a tool that counts it is judged where the network is
    return within && apart <= rule.uneven && !tool?.guarded ? { how: 'WITHIN', next: '' } : { waits: 'What these readings all round come to is worked out where the network is.' };
  },

  seen(rule, typed, before) {
    const value = typed.get('reading.' + rule.id) || '';
    const choice = rule.choices.find(c => c.value === value);
    if (!choice) return { trouble: 'Choose what you see.' };
    if (choice.decides) return { waits: '“' + value + '” is a finding that may change the job. It is judged where the network is.' };
    const passed = rule.same && before?.seen !== undefined ? before.seen === value : choice.passed;
    return { seen: value, how: passed ? 'WITHIN' : 'DIFFERENT', next: choice.next, stands: choice.stands };
  },

  /* A step as a whole: {waits, troubles: [[field, words]], failed: [{id, how, next, critical, stands}], read: {id: {si, seen}}} */
  step(rules, typed, known) {
    const result = { waits: rules.waits || '', troubles: [], failed: [], read: {} };
    const trouble = (field, words) => result.troubles.push([field, words]);
    if (rules.waits) return result;
    if (['wrench.length', 'wrench.offset', 'wrench.angle'].some(f => (typed.get(f) || '').trim())) result.waits ||= 'What a crowfoot makes of the torque is worked out where the network is.';
    for (const rule of rules.asks) {
      const before = rule.same && known[rule.same];
      const tool = compared.tool(rule, typed);
      if (rule.same && !rule.known && !before) result.waits ||= 'What it was before is known where the network is.';
      if (before && tool?.guarded) result.waits ||= 'What it was before is held against the tool’s uncertainty where the network is.';
      const judged = rule.kind === 'measurement' ? compared.measured(rule, typed, before) : rule.kind === 'observation' ? compared.seen(rule, typed, before) : rule.how === 'RUN' ? compared.run(rule, typed) : compared.round(rule, typed);
      if (judged.trouble) { trouble('reading.' + rule.id, judged.trouble); continue; }
      if (judged.waits) { result.waits ||= judged.waits; continue; }
      result.read[rule.id] = { si: judged.si, seen: judged.seen };
      if (judged.how === 'WITHIN') continue;
      const stands = judged.stands !== false && (typed.get('reason.' + rule.id) || '').trim();
      if (stands && rule.critical) result.waits ||= 'A second person has to agree to this, with name and password: that is checked where the network is.';
      else if (!stands) result.failed.push({ id: rule.id, how: judged.how, next: judged.next, critical: rule.critical, stands: judged.stands !== false });
    }
    for (const tool of rules.tools) if (!tool.usable.includes(typed.get(tool.field) || '')) trouble(tool.field, tool.say);
    for (const field of rules.pieces || []) if (!typed.get(field)) trouble(field, 'Not counted in yet.');
    for (const field of rules.empty || []) if ((typed.get(field) || '').trim()) result.waits ||= 'Another article than the sheet names is looked up where the network is.';
    const kit = (typed.get('kit.number') || '').trim();
    if (kit && rules.kit && kit.toLowerCase() !== rules.kit.toLowerCase()) trouble('kit.number', 'This job takes ' + rules.kit + '. What another kit is good for is looked up where the network is.');
    for (const [field, lots] of Object.entries(rules.lots || {})) {
      const lot = (typed.get(field) || '').trim();
      if (!lot) { trouble(field, lots.say); continue; }
      const is = lots.known?.[lot.toLowerCase()];
      if (is?.stop) { trouble(field, is.stop); continue; }
      const doubt = is ? is.doubt : lots.unknown?.replace('{lot}', lot);
      if (doubt && !(typed.get('instead.' + field) || '').trim()) { trouble(field, doubt); trouble('instead.' + field, 'If you take it all the same, say why.'); }
    }
    for (const tick of rules.ticks) {
      if (typed.get(tick.field)) continue;
      if (!tick.instead) trouble(tick.field, tick.say);
      else if (!(typed.get(tick.instead) || '').trim()) { trouble(tick.field, tick.say); trouble(tick.instead, 'If it is not to be, say why.'); }
    }
    if (rules.tins) {
      const lot = (typed.get('grease.lot') || '').trim();
      const is = lot ? rules.tins.known[lot.toLowerCase()] : rules.tins.none || '';
      if (is) trouble('grease.lot', is + (lot ? ' Take the tin named above; another reason is looked at where the network is.' : ''));
      else if (lot && is === undefined && rules.tins.list) trouble('grease.lot', 'No tin of lot “' + lot + '” is on this site’s list.');
    }
    return result;
  },
};
