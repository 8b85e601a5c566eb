// The pages work without this, but for the proof of work. It tells the browser's zone and campaign tags, confirms at the first sign of a person, keeps a
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

  // A link scanner opens the page, one that runs scripts too; only a person moves, touches, types or scrolls.
  const waiting = document.querySelector('form[data-first-sign]');
  if (waiting) {
    const signs = ['pointermove', 'pointerdown', 'touchstart', 'keydown', 'wheel', 'scroll'];
    const seen = function (event) {
      if (!event.isTrusted) return;
      signs.forEach((sign) => window.removeEventListener(sign, seen, true));
      if (event.target instanceof Element && event.target.closest('button')) return;
      const how = document.createElement('input');
      how.type = 'hidden';
      how.name = 'by';
      how.value = 'page';
      waiting.append(how);
      waiting.requestSubmit();
    };
    signs.forEach((sign) => window.addEventListener(sign, seen, { capture: true, passive: true }));
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
