import type { Contact } from '@/server/requests/contact';
import { clockText } from '@/ui/pieces/format';

/** Whether two addresses share their leading bits. */
function sameNetwork(a: string, b: string, bits: number): boolean {
  const number = (text: string) => text.split('.').reduce((n, part) => n * 256 + Number(part), 0);
  const by = 2 ** (32 - bits);
  return Math.floor(number(a) / by) === Math.floor(number(b) / by);
}

/** What the lanRequests say: which network a phone came from, and what became of it. */
function knockWords(contact: Contact, from: string, refused: number | null): string {
  const near = contact.addresses.find((a) => sameNetwork(a.address, from, a.prefixBits));
  const where = near ? `on the network of ${near.name}` : 'from another network than any of this machine';
  if (refused === 421)
    return `${where}: it asked by a name that is not ours. Scan the code instead of typing.`;
  return refused === null ? `${where}: it comes through` : `${where}: refused (${refused})`;
}

/** Helps to find why a phone does not reach this machine: what has come so far, then the usual reasons in order. */
export function NoContact({ contact }: { contact: Contact }) {
  return (
    <details className="mt-3 border-t border-rule pt-2">
      <summary className="cursor-pointer font-semibold">The phone does not reach this machine</summary>
      <h3 className="fig mt-2 font-semibold">What has come from elsewhere</h3>
      {contact.lanRequests.length === 0 ? (
        <p>
          Nothing yet. As long as nothing comes it is the way between the two, not the code: go through the
          list.
        </p>
      ) : (
        <ul className="mt-1">
          {contact.lanRequests.slice(0, 5).map((k) => (
            <li key={`${k.from} ${k.path} ${k.at}`}>
              {clockText(k.at)} <span className="fig">{k.from}</span> {knockWords(contact, k.from, k.refused)}
            </li>
          ))}
        </ul>
      )}
      <h3 className="fig mt-2 font-semibold">Look in this order</h3>
      <ol className="mt-1 list-decimal space-y-1 pl-5">
        <li>Phone: Wi-Fi of the house on, mobile data off, no VPN or private relay.</li>
        <li>A guest network keeps devices apart: join the main one.</li>
        <li>
          Two routers in series: the phone’s address must begin as this machine’s does (
          {contact.addresses.map((a) => a.address).join(', ') || 'none found'}). If not, put both on one
          router.
        </li>
        <li>This machine’s firewall: allow incoming connections on private networks, port {contact.port}.</li>
        <li>
          Some access points keep their own clients apart (client isolation): switch that off for the visit.
        </li>
        <li>A VPN on this machine sends answers elsewhere: switch it off.</li>
      </ol>
    </details>
  );
}
