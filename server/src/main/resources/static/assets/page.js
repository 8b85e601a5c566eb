// The page works without this. It tells the browser's zone, confirms by itself, and keeps a button from going twice.
(function () {
  const zone = document.querySelector('input[name="zone"]');
  if (zone) {
    zone.value = Intl.DateTimeFormat().resolvedOptions().timeZone || '';
  }
  for (const form of document.forms) {
    form.addEventListener('submit', function () {
      const button = form.querySelector('button');
      // After the submit has gone out, or the browser would not send it.
      setTimeout(function () {
        button.disabled = true;
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
})();
