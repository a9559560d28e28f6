/** Cautions in full, as they stand beside the first step that raises them. Local code and licensed trades come first, every time. */
export const CAUTIONS = {
  phoneAlarm:
    'Telephone, emergency calls or an alarm on the old router? Agree on it before anything is unplugged, and test it afterwards.',
  updating: 'Leave a unit that is updating alone: pressing its join button now starts everything over.',
  drilling:
    'Find pipes, cables and wall or floor heating before drilling. Older plaster, tiles and boards can contain asbestos, old paint lead: mask and eye protection, and stop when in doubt. Seal fire-stopped walls again.',
  consent: 'Party wall, listed building or rented home: have the consent in writing before the first hole.',
  mains:
    'Mains behind a faceplate: switch the circuit off at the breaker and prove it dead first. Ask what else hangs on it (freezer, alarm, medical equipment), and never while a unit starts or updates. New outlets, circuits and in-wall devices are for a licensed electrician where local rules say so.',
  dataPlate:
    'Prove that the plate is data and not mains before it comes off: look at its cable, test it. In doubt leave it to a licensed electrician.',
  overhead:
    'Drilling overhead: eye protection and mask, look for pipes, cables and joists, and ask what is above. Older ceilings can contain asbestos: stop when in doubt.',
  loft: 'Loft or crawl space: air, heat, nails, insulation fibres, live cable; tread on joists only. A second person knows where you are.',
  supply:
    'Small supplies get warm: not covered, not stacked, and never where it is damp, dusty or freezing. Loads on a multiway add up; no second multiway behind the first.',
  strip: 'Straight into the wall, never through a surge strip, and never one strip behind another.',
  copperBetween:
    'Copper between buildings: different earths and lightning. Fibre is the default; otherwise outdoor cable, surge protection at both ends and bonding as the local code asks, by someone licensed.',
  buried: 'Buried or in a duct: depth and duct as the local code asks, and call before digging.',
  fibre: 'Fibre: never look into an end. Collect the shards.',
  ladder: 'Ladder: a second person, no work in wind or rain, keep clear of overhead lines.',
  outdoorCable:
    'Outdoor cable: UV-rated, drip loop, sealed entry; its sheath may usually run indoors only a short way. Keep low-voltage cable away from mains.',
  poe: 'Power over Ethernet: check the class and the budget. Passive injectors are no standard and can destroy equipment.',
  coaxKey: 'Where coax is shared with neighbours: set a privacy key on the adapters.',
  powerlineKey: 'Powerline can pass the meter: pair the adapters with a private key.',
  radio:
    'Set the country before the radio is on; some 5 and 6 GHz channels are indoors only. Check your country’s rules.',
  keys: 'Names and keys are the customer’s secrets: write them where only they can read them.',
} as const;
export type CautionId = keyof typeof CAUTIONS;

/** What reminds of a caution that stands in full at an earlier step. */
export const REMINDERS: Record<CautionId, string> = {
  phoneAlarm: 'Telephone, alarm: as above.',
  updating: 'Updating: leave it alone.',
  drilling: 'Drilling: look first, mask and eyes, as above.',
  consent: 'Consent in writing first.',
  mains: 'Mains: off and proven dead, as above.',
  dataPlate: 'Prove the plate is data, not mains.',
  overhead: 'Overhead: eyes, mask, joists, as above.',
  loft: 'Loft: joists only, somebody knows.',
  supply: 'Supplies: not covered, not stacked.',
  strip: 'Straight into the wall.',
  copperBetween: 'Copper between buildings: as above.',
  buried: 'Buried: as above, call before digging.',
  fibre: 'Fibre: never look into an end.',
  ladder: 'Ladder: a second person, no wind or rain.',
  outdoorCable: 'Outdoor cable: as above.',
  poe: 'Power over Ethernet: class and budget, as above.',
  coaxKey: 'Shared coax: privacy key.',
  powerlineKey: 'Powerline: private key.',
  radio: 'Country setting and channels: as above.',
  keys: 'Names and keys: as above.',
};
