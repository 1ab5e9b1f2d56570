/* How this browser shows things, before the first line is drawn: its light and the size of its letters. */
'use strict';

const here = {
  kept: name => { try { return localStorage.getItem('here.' + name) || ''; } catch { return ''; } },
  keep(name, value) {
    try { if (value) localStorage.setItem('here.' + name, value); else localStorage.removeItem('here.' + name); } catch { /* nothing is kept here: it holds until the page is left */ }
    here.show(name, value);
  },
  show(name, value) { if (name === 'light' || name === 'letters') { if (value) document.documentElement.dataset[name] = value; else delete document.documentElement.dataset[name]; } },
};
['light', 'letters'].forEach(name => here.show(name, here.kept(name)));
