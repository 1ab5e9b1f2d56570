/* What was sent last was not taken: what was typed for it is kept. */
sessionStorage.removeItem('sent');
