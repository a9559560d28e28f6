/** @jsxImportSource preact */
import { useState } from 'preact/hooks';
import { isReached } from '@/meter/speed/transfers';
import { record } from './state';
import { useWalk } from './useWalk';

/** Where the phone is on its way from the network of the house to the other one and back. */
type At =
  | { at: 'home' }
  | { at: 'apart'; mainBefore: boolean }
  | { at: 'asked'; mainBefore: boolean; houseFromApart: boolean }
  | { at: 'back'; mainBefore: boolean; houseFromApart: boolean; internetFromApart: boolean };

/**
 * Shows that a network is apart: the laptop is reached from the network of the house, not from the other one, and again from the house;
 * whether the internet is reached from there somebody says who has opened a page. The page stays open meanwhile.
 */
export function ApartTest({ network }: { network: string }) {
  const door = useWalk((s) => s.door)!;
  const [way, setWay] = useState<At>({ at: 'home' });
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const asked = async () => {
    setBusy(true);
    const reached = await isReached(door);
    setBusy(false);
    return reached;
  };
  async function next() {
    if (busy) return;
    setSaid(null);
    if (way.at === 'home') {
      const mainBefore = await asked();
      if (mainBefore) setWay({ at: 'apart', mainBefore });
      else setSaid('The laptop does not answer here: join the network of the house first.');
    } else if (way.at === 'apart')
      setWay({ at: 'asked', mainBefore: way.mainBefore, houseFromApart: await asked() });
    else if (way.at === 'back') {
      const mainAfter = await asked();
      const { mainBefore, houseFromApart, internetFromApart } = way;
      await record('isolation', { network, mainBefore, mainAfter, houseFromApart, internetFromApart });
      setWay({ at: 'home' });
      setSaid(
        houseFromApart
          ? 'Kept: not apart, the laptop was reached from there.'
          : mainAfter && internetFromApart
            ? 'Kept: shown to be apart.'
            : 'Kept: it shows nothing, since something was not reached where it should be.',
      );
    }
  }
  const answer = (internetFromApart: boolean) =>
    way.at === 'asked' && setWay({ ...way, at: 'back', internetFromApart });
  return (
    <section class="live" aria-label="Show that it is apart">
      {way.at === 'home' && <p>1. On the network of the house: is the laptop reached?</p>}
      {way.at === 'apart' && (
        <p>
          2. Switch mobile data off, join the new network with this phone, leave this page open, then press.
        </p>
      )}
      {way.at === 'asked' && (
        <p>
          {way.houseFromApart
            ? 'The laptop was reached from there.'
            : 'The laptop is not reached from there.'}{' '}
          3. Does any web page open in another tab?
        </p>
      )}
      {way.at === 'back' && <p>4. Back on the network of the house: press once more.</p>}
      {way.at === 'asked' ? (
        <div class="row">
          <button type="button" onClick={() => answer(true)}>
            A page opens
          </button>
          <button type="button" onClick={() => answer(false)}>
            None opens
          </button>
        </div>
      ) : (
        <button type="button" class="main" disabled={busy} onClick={() => void next()}>
          {busy
            ? 'Asking'
            : way.at === 'home'
              ? 'Begin'
              : way.at === 'apart'
                ? 'I am on the new network'
                : 'I am back'}
        </button>
      )}
      {said && <p role="status">{said}</p>}
    </section>
  );
}
