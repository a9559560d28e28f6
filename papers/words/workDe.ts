import type { CautionId } from '@/core/fit/cautions';

/** Was Kunden von der Arbeit wissen sollten, wenn sie getan ist, je Warnung; null, wo sie nur während der Arbeit gilt. */
export const CAUTIONS_KEPT_DE: Readonly<Record<CautionId, string | null>> = {
  phoneAlarm:
    'Telefon, Notruf und Alarm hängen am neuen Router: Ohne Netzstrom schweigen sie. Einmal im Jahr prüfen lassen.',
  updating: null,
  drilling:
    'Vor dem Bohren auf den Plan sehen: Kabel liegen in Wänden. In älteren Wänden im Zweifel aufhören.',
  consent: null,
  mains:
    'Steckdosen, Stromkreise und Einbaugeräte sind Sache eines Elektrofachbetriebs, wo die örtlichen Regeln es verlangen, auch bei späteren Änderungen. Dessen Bescheinigung aufheben.',
  dataPlate:
    'Dosen ohne Netzspannung sehen aus wie solche mit: Eine Dose öffnet, wer vorher prüft, ob sie spannungsfrei ist.',
  overhead: null,
  loft: null,
  supply:
    'Kleine Netzteile werden warm: nicht abdecken, nicht stapeln, nicht ins Feuchte. Keine Leiste hinter einer Leiste.',
  strip: 'Adapter bleiben direkt in der Wand: In einer Schutzleiste verlieren sie das meiste.',
  copperBetween:
    'Zwischen Gebäuden liegt Kupfer: Überspannungsschutz und Erdung bleiben, wie sie sind. Nach Blitzschlag in der Nähe beides von einem Fachbetrieb ansehen lassen.',
  buried: 'Im Boden liegt Kabel: vor dem Graben auf den Plan sehen.',
  fibre: 'Glasfaser: nie in ein Ende blicken, nicht scharf knicken.',
  ladder: 'Was hoch hängt, wird zu zweit von der Leiter gereinigt oder getauscht, nie bei Wind oder Regen.',
  outdoorCable: 'Im Freien: Abdichtungen und Tropfschlaufe bleiben. Einmal im Jahr ansehen.',
  poe: 'Einige Leitungen führen Strom für ihr Gerät: Sonst wird dort nichts eingesteckt.',
  coaxKey:
    'Die Koax-Adapter haben einen eigenen Schlüssel: Wird einer zurückgesetzt, muss er neu verbunden werden.',
  powerlineKey:
    'Die Powerline-Adapter haben einen eigenen Schlüssel: Wird einer zurückgesetzt, muss er neu verbunden werden.',
  radio:
    'Land und Kanäle der Außengeräte bleiben, wie sie gesetzt sind: Andere sind im Freien vielleicht nicht erlaubt.',
  keys: null,
};

/** Schritte nach der Art ihres Schlüssels; was mehrere Geräte auf einmal angeht, sagt es nicht einzeln. */
const STEPS: Readonly<Record<string, string>> = {
  consents: 'Offene Zustimmungen einholen',
  boxes: 'Kartons prüfen, Gebrauchtes zurücksetzen',
  labels: 'Aufgedruckte Namen und Seriennummern notieren',
  ask: 'Fragen, was am alten Router hängt',
  modem: 'Alter Router heraus, Zuleitung zum neuen Gerät hinein',
  gateway: 'Das Gerät am Anschluss einrichten',
  roles: 'Festlegen, welches Gerät Adressen vergibt',
  network: 'Endgültigen Namen, Schlüssel und Verwaltungskennwort setzen',
  entry: 'Den Anschluss an den neuen Platz führen',
  coax: 'Das Koaxnetz für Adapter herrichten',
  adapters: 'Adapter verbinden und einstecken',
  apart: 'Ein Netz für sich, vom Haus getrennt',
  cable: 'Kabel führen und prüfen',
  wire: 'Ein Endgerät ans Kabel nehmen',
  join: 'Verbinden',
  place: 'Am Platz befestigen, Licht ablesen',
  power: 'Sendeleistung senken, damit Endgeräte an der Tür loslassen',
  names: 'Jedes Gerät nach seinem Platz benennen',
  devicesFirst: 'Zuerst die Endgeräte, auf die es ankommt',
  devices: 'Die anderen Endgeräte, eines nach dem anderen',
  old: 'Telefon, Alarm und alles vom alten Router prüfen',
  read: 'Jeden Platz und jede Anbindung noch einmal messen',
};

/** Ein Schritt auf Deutsch, mit dem Gerät, dem er gilt; was keiner kennt, wie es dasteht. */
export function stepDe(key: string, told: string, about: string): string {
  const kind = key.split(':')[0]!;
  const words = STEPS[kind];
  if (words === undefined) return told;
  return about ? `${words}: ${about}` : words;
}
