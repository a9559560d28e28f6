/** @jsxImportSource preact */
import { render } from 'preact';
import { App } from './App';
import { loadSheetScreens } from './screens';
import { start, walk } from './state';
import './walk.css';
import './screens.css';

try {
  if (localStorage.getItem('nestle-theme') === 'evening') document.documentElement.dataset.theme = 'evening';
} catch {
  // Without storage it is day.
}
// Whoever may see the run sheet has it without a network too.
let hasSheet = false;
walk.subscribe(({ view }) => {
  if (hasSheet || view?.scope !== 'walkAndSheet') return;
  hasSheet = true;
  void loadSheetScreens();
});
render(<App />, document.getElementById('walk')!);
void start().then(() => {
  // Read while there still is a network: it is wanted when there is none.
  setTimeout(() => void import('jsqr'), 4000);
});
// Plain http has no service worker: the loaded page keeps what it has by itself.
if ('serviceWorker' in navigator && isSecureContext)
  void navigator.serviceWorker.register('/walk/sw.js', { scope: '/walk/' }).catch(() => {});
