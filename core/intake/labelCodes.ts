/** A code as it was read off a picture: its text, and the kind of code it is (`EAN-13`, `Code128`, `QRCode` …). */
export interface CodeRead {
  text: string;
  format: string;
}

/** What the codes of a label say, but for what is nobody's business. */
export interface LabelSaid {
  /** What may be a serial, the surest first. */
  serials: string[];
  /** Hardware addresses, as AA:BB:CC:DD:EE:FF. */
  addresses: string[];
  /** Whether a code held a key or password: it is dropped here and goes nowhere. */
  heldKey: boolean;
}

/** Codes that name a kind of ware, not one piece of it (GS1 General Specifications). */
const WARE = /^(EAN|UPC)/i;
const SERIAL = /^(?:S\/?N|SER(?:IAL)?(?:\s?(?:NO|NUMBER))?)[\s:=#.]+(.+)$/i;
const ADDRESS = /^(?:MAC|HW|WLAN|LAN)?\s*[:=]?\s*((?:[0-9A-F]{2}[:-]?){5}[0-9A-F]{2})$/i;
const SECRET = /^(?:WIFI:|P:|T:|S:|PW|PASS|KEY|PIN|PSK|WPA|WEP|SSID|PWD|ADMIN)/i;
/** A plain word that could be a serial: letters and digits, at least two of those. */
const PLAIN = /^(?=(?:.*\d){2})[A-Z0-9][A-Z0-9-]{5,31}$/i;
const MOST_CODES = 40;
const LONGEST = 500;

/**
 * Sorts out what the codes of a unit's label say: serials, hardware addresses, and nothing of keys. A code that lets a phone into a
 * network is dropped whole, others word by word.
 */
export function labelSaid(codes: readonly CodeRead[]): LabelSaid {
  const sure = new Set<string>();
  const maybe = new Set<string>();
  const addresses = new Set<string>();
  let heldKey = false;
  for (const { text, format } of codes.slice(0, MOST_CODES)) {
    if (WARE.test(format)) continue;
    if (/^\s*WIFI:/i.test(text)) {
      heldKey = true;
      continue;
    }
    for (const part of text.slice(0, LONGEST).split(/[,;|\r\n\t]+/)) {
      const word = part.trim();
      const serial = SERIAL.exec(word)?.[1]?.trim();
      const address = ADDRESS.exec(word)?.[1];
      if (serial && PLAIN.test(serial)) sure.add(serial);
      else if (address) addresses.add(address.replace(/[:-]/g, '').toUpperCase().match(/../g)!.join(':'));
      else if (SECRET.test(word)) heldKey = true;
      else if (PLAIN.test(word)) maybe.add(word);
    }
  }
  return {
    serials: [...sure, ...[...maybe].filter((w) => !sure.has(w))],
    addresses: [...addresses],
    heldKey,
  };
}
