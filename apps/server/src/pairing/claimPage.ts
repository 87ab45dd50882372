/**
 * The page that a phone opens first. The key stands behind the #, which no browser sends: it goes out once, in the body
 * of a request, and is taken off the address before the table opens.
 */
export const CLAIM_PAGE = `<!doctype html><html lang="en"><head><meta charset="utf-8">
<meta name="viewport" content="width=device-width,initial-scale=1"><title>Pale Glint, at the table</title>
<style>body{margin:0;padding:24px;background:#1b1b1b;color:#f9f9f9;font:22px/1.35 system-ui,sans-serif}</style>
</head><body><p role="status">Opening the table</p>
<script>
const say = (text) => (document.querySelector('p').textContent = text);
const token = location.hash.slice(1);
history.replaceState(null, '', '/');
if (!token) say('Scan the code on the computer once more: this address opens nothing by itself.');
else
  fetch('/claim', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ token }) })
    .then(async (r) => (r.ok ? location.replace('/table') : say((await r.json()).says)))
    .catch(() => say('The computer does not answer. Are both in the same network?'));
</script></body></html>`;

export const CLAIM_POLICY =
  "default-src 'none'; style-src 'unsafe-inline'; script-src 'unsafe-inline'; connect-src 'self'; frame-ancestors 'none'";
export const TABLE_POLICY = `${CLAIM_POLICY}; img-src data:`;
