/** All that a device sees before it is paired. It holds no script and nothing of the house. */
export const pairingPage = (message?: string, code = ''): string => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>Pair this device</title>
<style>
body{font:18px/1.5 system-ui,sans-serif;margin:0;background:#f4f6f6;color:#12231f}
main{max-width:26rem;margin:12vh auto 0;padding:0 1.25rem}
label{display:block;margin:1rem 0 .25rem}
input{font:inherit;font-size:1.4rem;width:100%;box-sizing:border-box;min-height:3rem;padding:.25rem .75rem;border:1px solid #12231f;border-radius:4px;background:#fff;color:inherit}
button{font:inherit;font-weight:600;min-height:3rem;padding:0 1.5rem;margin-top:1.25rem;border:0;border-radius:4px;background:#12675c;color:#fff}
p[role=alert]{border-left:4px solid #9d2f24;padding-left:.75rem}
@media(prefers-color-scheme:dark){body{background:#10191a;color:#e6eeec}input{background:#18262a;border-color:#e6eeec}button{background:#7fd1c2;color:#08201c}}
</style>
</head>
<body><main>
<h1>Pair this device</h1>
<p>Steepsis runs on another machine of this network. It shows a code of eight digits in its terminal and on its Kitchen page.</p>
${message ? `<p role="alert">${escape(message)}</p>` : ''}
<form method="post" action="/api/pair">
<label for="code">The code</label>
<input id="code" name="code" inputmode="numeric" autocomplete="one-time-code" required pattern="[0-9]{4}[ \\-]?[0-9]{4}" value="${code.replace(/\D/g, '').slice(0, 8)}">
<label for="name">What to call this device</label>
<input id="name" name="name" required maxlength="60" value="Kitchen tablet">
<button type="submit">Pair it</button>
</form>
</main></body></html>
`;

const escape = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
