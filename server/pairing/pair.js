// The one page that a device sees before it is paired. It asks with a secret from the QR code, or with the code that is typed, and waits for a yes.
const ASK_EVERY_MS = 1000;
const at = (id) => document.getElementById(id);
const say = (text) => (at('said').textContent = text);

async function post(path, body) {
  const response = await fetch(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
  const answer = await response.json();
  if (response.ok) return answer;
  throw new Error(answer.error ? `${answer.error.message} ${answer.error.mend}` : 'It was refused.');
}

async function ask(shown) {
  say('');
  try {
    const { token, number } = await post('/pair/ask', { ...shown, name: at('name').value.trim() || 'Phone' });
    at('ask').hidden = true;
    at('waiting').hidden = false;
    at('number').textContent = number;
    await wait(token);
  } catch (error) {
    at('ask').hidden = false;
    at('waiting').hidden = true;
    say(error instanceof TypeError ? 'The laptop does not answer.' : error.message);
  }
}

async function wait(token) {
  for (;;) {
    const { outcome } = await post('/pair/outcome', { token });
    if (outcome === 'yes') {
      location.replace('/');
      return;
    }
    if (outcome === 'no') throw new Error('It was not let in. Ask for a new code on the laptop.');
    await new Promise((resolve) => setTimeout(resolve, ASK_EVERY_MS));
  }
}

at('ask').addEventListener('submit', (event) => {
  event.preventDefault();
  void ask({ code: at('code').value });
});

// The secret stands behind #, which no browser sends to a server. It is taken out of the address at once.
const secret = /^#([0-9a-f]{32})$/.exec(location.hash)?.[1];
if (secret) {
  history.replaceState(null, '', '/');
  void ask({ secret });
}
