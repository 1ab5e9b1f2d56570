/* A line as it runs: a pipe or fitting tapped in the picture is chosen in the form below it. */
const picture = document.querySelector('svg.run');
const forms = document.getElementById('change');
if (picture && forms) {
  picture.classList.add('picks');
  const choose = (select, value) => {
    if (select && [...select.options].some(o => o.value === value)) {
      select.value = value;
      select.dispatchEvent(new Event('change', { bubbles: true }));
    }
  };
  picture.addEventListener('click', e => {
    const place = e.target.closest('[data-place]')?.dataset.place;
    if (!place) return;
    const where = forms.querySelector('.line-place');
    choose(where, place.startsWith('pipe.') ? place : [...where.options].map(o => o.value).find(v => v === 'end.' + place || v.startsWith('end.' + place + '.')));
    forms.querySelectorAll('.line-fitting').forEach(select => choose(select, place));
    picture.querySelectorAll('.pipe').forEach(p => p.classList.toggle('chosen', p.dataset.place === place));
  });
}
