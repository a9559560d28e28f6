/** @jsxImportSource preact */
import type { ComponentType } from 'preact';
import { useEffect, useState } from 'preact/hooks';

/** A screen that is loaded when it is first opened: what is wanted beside the laptop alone is not loaded at the edge of a bad network. */
export function later<P extends object>(load: () => Promise<ComponentType<P>>): ComponentType<P> {
  let known: ComponentType<P> | null = null;
  return function Later(props: P) {
    const [Screen, setScreen] = useState<ComponentType<P> | null>(() => known);
    const [failed, setFailed] = useState(false);
    useEffect(() => {
      if (known) return;
      load().then(
        (loaded) => {
          known = loaded;
          setScreen(() => loaded);
        },
        () => setFailed(true),
      );
    }, []);
    if (Screen) return <Screen {...props} />;
    return (
      <main>
        <p role="status">
          {failed
            ? 'The laptop does not answer, and this needs it: go back, and open it again nearer.'
            : 'Opening'}
        </p>
      </main>
    );
  };
}
