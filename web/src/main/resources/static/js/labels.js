/* What labels say, and the fields that take it: for the camera and for a scanner. */
'use strict';

const labels = {
  /* A label of Wartung's own holds a link: its last part is the tag or the number. */
  plain: text => (/^https?:\/\/[^/]+\/(?:valves|jobs|records)\/([^/?#]+)/.exec(text) || [])[1] ? decodeURIComponent(/\/(?:valves|jobs|records)\/([^/?#]+)/.exec(text)[1]) : text,
  offers: (select, value) => [...select.options].some(o => o.value === value && !o.disabled),
  fill(field, value) {
    field.value = value;
    field.dispatchEvent(new Event('input', { bubbles: true }));
    field.dispatchEvent(new Event('change', { bubbles: true }));
  },
};
