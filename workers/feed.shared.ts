import { createFeedHub, type FeedNews, type FeedWord } from './feedHub';

/** How often a meter that was forgotten is looked for, ms. */
const LOOK_MS = 15_000;

const hub = createFeedHub<MessagePort>(
  (jobIds, hear) => {
    const source = new EventSource(`/api/changes?jobs=${jobIds.join()}`);
    source.onmessage = (event: MessageEvent<string>) => hear(JSON.parse(event.data) as FeedNews);
    return source;
  },
  (port, news) => port.postMessage(news),
);

// What `self` is in a worker that windows share.
const scope = self as unknown as { onconnect: (event: MessageEvent) => void };
scope.onconnect = ({ ports: [port] }) => {
  if (!port) return;
  port.onmessage = (event: MessageEvent<FeedWord>) => hub.said(port, event.data);
};
setInterval(hub.settle, LOOK_MS);
