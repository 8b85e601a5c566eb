// The pages work without this, but for the proof of work. It tells the browser's zone and campaign tags, confirms by itself, keeps a
// button from going twice, hints at a mistyped address, and tells a surrounding page how high a framed form is.
(function () {
  const value = (name, text) =>
    document.querySelectorAll('input[name="' + name + '"]').forEach((input) => {
      input.value = input.value || text;
    });
  value('zone', Intl.DateTimeFormat().resolvedOptions().timeZone || '');
  const tags = [...new URLSearchParams(location.search)].filter(([name]) => name.startsWith('utm_'));
  value('campaign', tags.map((tag) => tag.join('=')).join('&').slice(0, 300));

  for (const form of document.forms) {
    form.addEventListener('submit', function () {
      const button = form.querySelector('button[type=submit]');
      // After the submit has gone out, or the browser would not send it.
      setTimeout(function () {
        if (button) button.disabled = true;
      }, 0);
    });
  }
  // Back from a page that followed: the button must work again.
  window.addEventListener('pageshow', function () {
    document.querySelectorAll('form button').forEach(function (button) {
      button.disabled = false;
    });
  });

  const itself = document.querySelector('form[data-sends-itself]');
  if (itself) {
    const how = document.createElement('input');
    how.type = 'hidden';
    how.name = 'by';
    how.value = 'page';
    itself.append(how);
    itself.requestSubmit();
  }

  const checked = document.querySelector('form[data-check]');
  if (checked) {
    solve(checked.dataset).then((solution) => {
      const input = document.createElement('input');
      input.type = 'hidden';
      input.name = 'altcha';
      input.value = solution;
      checked.append(input);
      checked.requestSubmit();
    });
  }

  // ALTCHA's proof of work: the number whose hash with the salt is the challenge.
  async function solve(task) {
    const encoder = new TextEncoder();
    for (let number = 0; number <= Number(task.most); number++) {
      const hash = await crypto.subtle.digest('SHA-256', encoder.encode(task.salt + number));
      const hex = [...new Uint8Array(hash)].map((octet) => octet.toString(16).padStart(2, '0')).join('');
      if (hex === task.challenge) {
        const { algorithm, challenge, salt, signature } = task;
        return btoa(JSON.stringify({ algorithm, challenge, number, salt, signature }));
      }
    }
    return '';
  }

  const email = document.querySelector('.jf-form input[name="email"]');
  if (email) {
    email.addEventListener('change', async function () {
      const field = email.closest('.jf-field');
      field.querySelectorAll('.jf-hint').forEach((old) => old.remove());
      const answer = await fetch('/p/forms/hint', { method: 'POST', body: email.value }).then((a) => a.json());
      if (answer.meant) {
        const hint = document.createElement('p');
        hint.className = 'jf-hint';
        hint.setAttribute('role', 'status');
        hint.textContent = 'Did you mean ';
        const take = document.createElement('button');
        take.type = 'button';
        take.textContent = answer.meant;
        take.onclick = () => {
          email.value = answer.meant;
          hint.remove();
          email.focus();
        };
        hint.append(take, '?');
        field.append(hint);
      }
    });
  }

  if (window.parent !== window && document.querySelector('.jf')) {
    const tell = () =>
      window.parent.postMessage({ jeton: 'height', height: document.documentElement.offsetHeight }, '*');
    new ResizeObserver(tell).observe(document.documentElement);
  }
})();
