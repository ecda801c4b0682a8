// The print view: every page of the chart, each on its sheet. Opened to print now, it does.
document.getElementById('print').addEventListener('click', () => print());
if (location.hash === '#now') document.fonts.ready.then(() => print());
