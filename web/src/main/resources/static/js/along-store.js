/* What is kept on this device for where there is no network: jobs taken along, and what was done and is not sent yet. An entry is on the
   disk before it is shown as done. */
'use strict';

const stored = {
  open: null,
  db() {
    stored.open ||= new Promise((resolve, reject) => {
      const asked = indexedDB.open('wartung', 2);
      asked.onupgradeneeded = before => {
        const db = asked.result;
        // the boards of a job are a megabyte or more, and lie apart from what is read at every step
        db.createObjectStore('boards', { keyPath: 'number' });
        if (before.oldVersion === 1) {
          asked.transaction.objectStore('jobs').openCursor().onsuccess = found => {
            const cursor = found.target.result;
            if (!cursor) return;
            const { html, ...job } = cursor.value;
            asked.transaction.objectStore('boards').put({ number: job.number, html });
            cursor.update(job);
            cursor.continue();
          };
          return;
        }
        db.createObjectStore('jobs', { keyPath: 'number' });
        db.createObjectStore('unsent', { keyPath: 'place', autoIncrement: true });
      };
      asked.onsuccess = () => resolve(asked.result);
      asked.onerror = () => reject(asked.error);
    });
    return stored.open;
  },
  /* One transaction; strict, so that it survives a battery that goes flat right after it. */
  async in(names, mode, work) {
    const db = await stored.db();
    return new Promise((resolve, reject) => {
      const transaction = db.transaction(names, mode, { durability: 'strict' });
      const asked = work(transaction);
      transaction.oncomplete = () => resolve(asked?.result);
      transaction.onerror = transaction.onabort = () => reject(transaction.error);
    });
  },
  job: number => stored.in('jobs', 'readonly', t => t.objectStore('jobs').get(number)),
  jobs: () => stored.in('jobs', 'readonly', t => t.objectStore('jobs').getAll()),
  /* A job and its boards, as they were taken along together. */
  withBoards: number => stored.in(['jobs', 'boards'], 'readonly', t => {
    const both = { result: null };
    t.objectStore('jobs').get(number).onsuccess = job => { t.objectStore('boards').get(number).onsuccess = boards => { both.result = job.target.result && { ...job.target.result, html: boards.target.result.html }; }; };
    return both;
  }),
  /* Where a job stands and all that is not sent yet, at one moment. */
  now: number => stored.in(['jobs', 'unsent'], 'readonly', t => {
    const both = { result: {} };
    t.objectStore('jobs').get(number).onsuccess = job => { both.result.job = job.target.result; };
    t.objectStore('unsent').getAll().onsuccess = unsent => { both.result.unsent = unsent.target.result; };
    return both;
  }),
  keepJob: ({ html, ...job }) => stored.in(['jobs', 'boards'], 'readwrite', t => { t.objectStore('jobs').put(job); t.objectStore('boards').put({ number: job.number, html }); }),
  dropJob: number => stored.in(['jobs', 'boards'], 'readwrite', t => stored.drop(t, number)),
  drop(t, number) { t.objectStore('jobs').delete(number); t.objectStore('boards').delete(number); },
  unsent: () => stored.in('unsent', 'readonly', t => t.objectStore('unsent').getAll()),
  /* Where the job stands, as the server last showed it. */
  stands: (number, due) => stored.in('jobs', 'readwrite', t => {
    const asked = t.objectStore('jobs').get(number);
    asked.onsuccess = () => { if (asked.result) t.objectStore('jobs').put({ ...asked.result, due }); };
  }),
  add: entry => stored.in('unsent', 'readwrite', t => t.objectStore('unsent').add(entry)),
  /* Sent and entered: gone from here, and the job goes on after it, both or neither. Without a step to go on with the job is fetched anew. */
  sent: (entry, next) => stored.in(['jobs', 'boards', 'unsent'], 'readwrite', t => {
    t.objectStore('unsent').delete(entry.place);
    if (entry.holds) stored.drop(t, entry.job);
    if (entry.what !== 'step' || entry.failed) return;
    const asked = t.objectStore('jobs').get(entry.job);
    asked.onsuccess = () => {
      if (asked.result && next === null) stored.drop(t, entry.job);
      else if (asked.result) t.objectStore('jobs').put({ ...asked.result, due: next, read: { ...asked.result.read, ...entry.read }, words: { ...asked.result.words, ...entry.words } });
    };
  }),
  forgetJobs: () => stored.in(['jobs', 'boards'], 'readwrite', t => { t.objectStore('jobs').clear(); t.objectStore('boards').clear(); }),
  forgetAll: () => stored.in(['jobs', 'boards', 'unsent'], 'readwrite', t => { t.objectStore('jobs').clear(); t.objectStore('boards').clear(); t.objectStore('unsent').clear(); }),
};
