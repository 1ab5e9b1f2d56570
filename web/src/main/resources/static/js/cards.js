/* In a narrow window a table is a list of cards (phone.css). Each cell has to know the head it stands under. */
'use strict';

const cards = {
  /* A table whose cells span, or that has two rows of heads, is no list: it is pushed sideways within its frame. */
  isList: table => table.tHead?.rows.length === 1 && !table.querySelector('[colspan]:not([colspan="1"]), [rowspan]:not([rowspan="1"])'),
  make(table) {
    if (!cards.isList(table)) return;
    table.classList.add('as-cards');
    const heads = [...table.tHead.rows[0].cells].map(cell => cell.textContent.trim());
    for (const body of table.tBodies) {
      for (const row of body.rows) {
        [...row.cells].forEach((cell, i) => {
          if (heads[i]) cell.dataset.head = heads[i];
          cell.toggleAttribute('data-empty', !cell.textContent.trim() && !cell.querySelector('input, select, button, svg, img'));
        });
      }
    }
  },
  all: root => root.querySelectorAll('table.list').forEach(cards.make),
};
cards.all(document);
document.addEventListener('htmx:afterSettle', e => { if (e.target instanceof Element) cards.all(e.target.closest('table') ? e.target.closest('table').parentElement : e.target); });
