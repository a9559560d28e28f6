/** @jsxImportSource preact */
import { HelpScreen } from './HelpScreen';
import { ListScreen } from './ListScreen';
import { SpotScreen, UnitScreen } from './ReadScreen';
import { BetweenScreen, SheetScreen, SignScreen, StepScreen, TogetherScreen } from './screens';
import { go, unsent } from './state';
import { useWalk } from './useWalk';

/** Day or evening, kept by this browser. */
function theme(): void {
  const { dataset } = document.documentElement;
  const evening = dataset.theme !== 'evening';
  if (evening) dataset.theme = 'evening';
  else delete dataset.theme;
  try {
    localStorage.setItem('nestle-theme', evening ? 'evening' : 'day');
  } catch {
    // Without storage it lasts as long as the page.
  }
}

function Head() {
  const name = useWalk((s) => s.view?.job ?? 'Nestle');
  const left = useWalk((s) => unsent(s).length);
  const reached = useWalk((s) => s.reached);
  const ready = useWalk((s) => s.ready);
  return (
    <header>
      <span class="job">{name}</span>
      <button type="button" class="state" aria-live="polite" onClick={() => go({ kind: 'help' })}>
        {left > 0 ? `${left} not sent` : !ready ? 'opening' : reached ? 'all sent' : 'no network'}
      </button>
      <button type="button" class="theme" aria-label="Day or evening" onClick={theme}>
        ◐
      </button>
    </header>
  );
}

function Inside() {
  const view = useWalk((s) => s.view);
  const screen = useWalk((s) => s.screen);
  const ready = useWalk((s) => s.ready);
  const trouble = useWalk((s) => s.trouble);
  if (!view)
    return ready ? (
      <HelpScreen />
    ) : (
      <main>
        <p role="status">Opening</p>
      </main>
    );
  const spot = screen.kind === 'spot' ? view.spots.find((s) => s.id === screen.id) : undefined;
  if (spot) return <SpotScreen key={spot.id} spot={spot} />;
  const unit = screen.kind === 'unit' ? view.units.find((u) => u.id === screen.id) : undefined;
  if (unit) return <UnitScreen key={unit.id} unit={unit} />;
  const joining = screen.kind === 'together' ? view.spots.find((s) => s.id === screen.id) : undefined;
  if (joining) return <TogetherScreen key={joining.id} spot={joining} />;
  if (screen.kind === 'between') return <BetweenScreen />;
  if (screen.kind === 'sign' && view.sign) return <SignScreen />;
  if (screen.kind === 'sheet') return <SheetScreen />;
  if (screen.kind === 'step') return <StepScreen key={screen.key} stepKey={screen.key} />;
  if (screen.kind === 'help') return <HelpScreen />;
  return (
    <>
      {trouble && (
        <p class="ask top" role="alert">
          {trouble}{' '}
          <button type="button" onClick={() => go({ kind: 'help' })}>
            What to do
          </button>
        </p>
      )}
      <ListScreen />
    </>
  );
}

export function App() {
  return (
    <>
      <Head />
      <Inside />
    </>
  );
}
