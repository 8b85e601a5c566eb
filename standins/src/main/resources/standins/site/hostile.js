// A site of one page: another query, another route behind the hash, and places that come late.
const filter = document.getElementById('filter')
filter.addEventListener('click', () => history.pushState({ page: 'own' }, '', '?sort=price'))
document.getElementById('basket').addEventListener('click', () => (location.hash = '#/basket'))
const key = new URLSearchParams(location.search).get('spot')
if (key) {
  setTimeout(() => {
    const spot = document.createElement('div')
    spot.dataset.jetonForm = key
    spot.textContent = 'Its own words'
    document.getElementById('later').append(spot)
  }, 300)
}
