/* What labels say, and the fields that take it: for the camera and for a scanner. */
'use strict';

const labels = {
  /* A label of Wartung's own holds a link: its last part is the tag or the number. */
  plain(text) {
    const own = /^https?:\/\/[^/]+\/(?:valves|jobs|records)\/([^/?#]+)/.exec(text);
    // somebody else's label may look like one of ours and be no address
    try { return own ? decodeURIComponent(own[1]) : text; } catch { return text; }
  },
  offers: (select, value) => [...select.options].some(o => o.value === value && !o.disabled),
  fill(field, value) {
    field.value = value;
    field.dispatchEvent(new Event('input', { bubbles: true }));
    field.dispatchEvent(new Event('change', { bubbles: true }));
  },
};
