/** Was auf Angeboten und Rechnungen steht, nach den Namen des Katalogs; was ein Auftrag selbst benannt hat, bleibt, wie es ist. */
const GOODS: Readonly<Record<string, string>> = {
  'Router from the line provider': 'Router des Anbieters',
  'Mesh node, dual band': 'Mesh-Gerät, zwei Bänder',
  'Mesh node, own backhaul radio': 'Mesh-Gerät mit eigenem Funk für die Anbindung',
  'Mesh node, three bands with 6 GHz': 'Mesh-Gerät, drei Bänder mit 6 GHz',
  'Extender, dual band': 'Repeater, zwei Bänder',
  'Extender, dual band ax': 'Repeater, zwei Bänder, ax',
  'Ceiling access point, PoE': 'Deckengerät, PoE',
  'In-wall access point, PoE': 'Wandeinbaugerät, PoE',
  'Outdoor access unit, PoE': 'Außengerät, PoE',
  'Powerline pair, 1000 on the box': 'Powerline-Paar, 1000 laut Schachtel',
  'Powerline pair with access point': 'Powerline-Paar mit Funk',
  'Coax adapter pair, MoCA 2.5': 'Koax-Adapter, Paar, MoCA 2.5',
  'Coax adapter pair, MoCA 2.5, 2.5 Gb/s ports': 'Koax-Adapter, Paar, MoCA 2.5, Anschlüsse 2,5 Gbit/s',
  'Outdoor bridge pair, 5 GHz': 'Funkbrücke im Freien, Paar, 5 GHz',
  'Switch, eight ports': 'Switch, acht Anschlüsse',
  'Powered switch, 802.3at, 60 W': 'Switch mit Speisung, 802.3at, 60 W',
  'Small powered switch, 802.3at, 65 W': 'Kleiner Switch mit Speisung, 802.3at, 65 W',
  'Cat 5e': 'Cat 5e',
  'Cat 6': 'Cat 6',
  'Cat 6A': 'Cat 6A',
  'outdoor cable': 'Außenkabel',
  'Fibre made to length, with plugs': 'Glasfaser nach Maß, mit Steckern',
  'Data outlets, pair': 'Datendosen, Paar',
  'Data outlet, single': 'Datendose, einzeln',
  'Plugs, pair': 'Stecker, Paar',
  'Plug, single': 'Stecker, einzeln',
  'Ready-made leads, short': 'Anschlusskabel, kurz',
  'Media converters, pair': 'Medienwandler, Paar',
  'Surge protection, pair': 'Überspannungsschutz, Paar',
  'Entry seals': 'Abdichtungen der Einführung',
  Trunking: 'Kabelkanal',
  Clips: 'Schellen',
  'Outdoor fixing: gland, seal, ties': 'Befestigung im Freien: Verschraubung, Dichtung, Binder',
  Injector: 'Injektor',
  'Coax adapter, single': 'Koax-Adapter, einzeln',
  'Powerline adapter, single': 'Powerline-Adapter, einzeln',
  'Coax adapters': 'Koax-Adapter',
  'Powerline adapters': 'Powerline-Adapter',
  'Coax entry filter': 'Koax-Filter am Eingang',
  'Coax filter for the modem': 'Koax-Filter für das Modem',
  'Splitter to 1675 MHz': 'Verteiler bis 1675 MHz',
  'Terminators, 75 Ω': 'Abschlusswiderstände, 75 Ω',
  'Coax leads, short': 'Koaxkabel, kurz',
  'Modem for the line, without radio': 'Modem für den Anschluss, ohne Funk',
  'Short lead for a socket that is covered': 'Kurze Verlängerung für eine verdeckte Steckdose',
};

/** Anhängsel, die Listen den Namen geben. */
const TAILS: readonly (readonly [RegExp, string])[] = [
  [/, (\d+) to spare$/, ', $1 übrig'],
  [/, box of (\d+)$/, ', Packung zu $1'],
  [/, (\d)-way$/, ', $1-fach'],
  [/, pair$/, ', Paar'],
  [/, outdoor cable$/, ', Außenkabel'],
];
const WHOLE: readonly (readonly [RegExp, string])[] = [
  [/^Ready-made lead, ([\d.]+) m$/, 'Anschlusskabel, $1 m'],
  [/^Fibre, pre-made, ([\d.]+) m$/, 'Glasfaser, fertig, $1 m'],
  [/^Injector, (.+)$/, 'Injektor, $1'],
];

/** Eine Ware auf Deutsch; was der Katalog nicht kennt, wie es dasteht. */
export function goodsDe(label: string): string {
  const known = GOODS[label];
  if (known !== undefined) return known;
  for (const [is, words] of WHOLE) if (is.test(label)) return label.replace(is, words);
  for (const [is, words] of TAILS) {
    const found = is.exec(label);
    if (found && found.index > 0) return goodsDe(label.slice(0, found.index)) + found[0].replace(is, words);
  }
  return label;
}

const COLOURS: Readonly<Record<string, string>> = {
  white: 'weiß',
  blue: 'blau',
  green: 'grün',
  amber: 'orange',
  red: 'rot',
  dark: 'dunkel',
  steady: 'ruhig',
  blinking: 'blinkt',
  fast: 'blinkt schnell',
  slow: 'blinkt langsam',
  pulsing: 'pulsiert',
  running: 'laufend',
  'link light': 'Verbindungslicht',
  'power light': 'Netzlicht',
  'all bars': 'alle Balken',
  'one or two bars': 'ein oder zwei Balken',
  'three bars or more': 'drei Balken oder mehr',
};

/** Ein Licht auf Deutsch, Stück für Stück. */
export const lightDe = (shows: string): string =>
  shows
    .split(', ')
    .map((part) => COLOURS[part] ?? part)
    .join(', ');
