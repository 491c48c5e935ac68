// Ink unless paper was chosen; it never switches by itself.
try {
  if (localStorage.getItem('ink-lamp.theme') === 'paper') document.documentElement.dataset.theme = 'paper'
} catch {
  // No storage: ink.
}
