/* What is kept on this device for where there is no network: jobs taken along, and what was done and is not sent yet. An entry is on the
   disk before it is shown as done. */
'use strict';

const stored = {
  open: null,
  db() {
    stored.open ||= new Promise((resolve, reject) => {
      const asked = indexedDB.open('wartung', 1);
      asked.onupgradeneeded = () => {
        asked.result.createObjectStore('jobs', { keyPath: 'number' });
        asked.result.createObjectStore('unsent', { keyPath: 'place', autoIncrement: true });
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
  keepJob: job => stored.in('jobs', 'readwrite', t => t.objectStore('jobs').put(job)),
  dropJob: number => stored.in('jobs', 'readwrite', t => t.objectStore('jobs').delete(number)),
  unsent: () => stored.in('unsent', 'readonly', t => t.objectStore('unsent').getAll()),
  /* Where the job stands, as the server last showed it. */
  stands: (number, due) => stored.in('jobs', 'readwrite', t => {
    const asked = t.objectStore('jobs').get(number);
    asked.onsuccess = () => { if (asked.result) t.objectStore('jobs').put({ ...asked.result, due }); };
  }),
  add: entry => stored.in('unsent', 'readwrite', t => t.objectStore('unsent').add(entry)),
  /* Sent and entered: gone from here, and the job goes on after it, both or neither. Without a step to go on with the job is fetched anew. */
  sent: (entry, next) => stored.in(['jobs', 'unsent'], 'readwrite', t => {
    t.objectStore('unsent').delete(entry.place);
    if (entry.holds) t.objectStore('jobs').delete(entry.job);
    if (entry.what !== 'step' || entry.failed) return;
    const asked = t.objectStore('jobs').get(entry.job);
    asked.onsuccess = () => {
      if (asked.result && next === null) t.objectStore('jobs').delete(entry.job);
      else if (asked.result) t.objectStore('jobs').put({ ...asked.result, due: next, read: { ...asked.result.read, ...entry.read }, words: { ...asked.result.words, ...entry.words } });
    };
  }),
  forgetJobs: () => stored.in('jobs', 'readwrite', t => t.objectStore('jobs').clear()),
  forgetAll: () => stored.in(['jobs', 'unsent'], 'readwrite', t => { t.objectStore('jobs').clear(); t.objectStore('unsent').clear(); }),
};
