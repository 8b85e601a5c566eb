// A page that changes without loading one, as many sites do.
document.querySelectorAll('main a[href^="/workshop/"]').forEach(function (link) {
  link.addEventListener('click', function (event) {
    event.preventDefault();
    history.pushState({}, '', link.getAttribute('href'));
    document.getElementById('view').textContent = 'Now at ' + link.textContent;
  });
});
