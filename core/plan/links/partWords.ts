import { levelText } from '../../site/model/levelText';
import { lengthText } from '../../site/model/lengths';
import { pathWords } from '../../radio/propagation/path';
import type { Option } from '../option/schema';
import type { Part } from './part';

const letterOf = (option: Option, unitId: string | null): string =>
  option.units.find((u) => u.id === unitId)?.letter ?? '?';

/** Name of a part for people: "coax to B", "wireless from A to B", "air from B, 5 GHz". Letters are read when it is shown, not when it was worked out. */
export function partLabel(part: Part, option: Option): string {
  const unit = () => letterOf(option, part.unitId);
  const { why } = part;
  switch (why.kind) {
    case 'line':
      return 'line';
    case 'port':
      return `gateway ${unit()}`;
    case 'device':
      return why.name;
    case 'lead':
      return `lead from ${unit()}`;
    case 'run':
      return `${why.name} to ${unit()}`;
    case 'cable':
      return `${why.medium} to ${unit()}`;
    case 'coax':
      return `coax to ${unit()}`;
    case 'powerline':
      return `powerline to ${unit()}`;
    case 'dead':
      return `${why.medium} to ${unit()}`;
    case 'air':
      if (part.kind === 'air') return `air from ${unit()}, ${why.band} GHz`;
      return why.bridge
        ? `bridge to ${unit()}`
        : `wireless from ${letterOf(option, part.parentId)} to ${unit()}`;
  }
}

/** Why a part gives what it gives, in words. */
export function partBecause(part: Part, lengthUnit: 'metres' | 'feet'): string {
  const { why } = part;
  const length = (m: number) => lengthText(m, lengthUnit);
  if (part.measured && part.kind === 'feed') return 'measured on this very link';
  if (part.measured && part.kind === 'air')
    return `as read on the device; ${why.kind === 'air' ? pathWords(why.way, length) : ''}`;
  switch (why.kind) {
    case 'line':
      return why.measured ? 'measured by cable' : 'as paid for';
    case 'port':
      return 'its port';
    case 'device':
      return 'what the device itself can move';
    case 'lead':
      return 'plugged in';
    case 'run':
      return `${length(why.lengthM)} already in the house (${why.certainty})${why.negotiatedMbps ? `, negotiated ${why.negotiatedMbps} Mb/s` : ', speed not tested yet'}`;
    case 'cable':
      if (why.medium === 'fibre') return `${length(why.lengthM)} of fibre with media converters at 1 Gb/s`;
      return why.rateMbps === 0
        ? `${length(why.lengthM)} is past the 100 m that copper carries: take fibre or a shorter route`
        : `${length(why.lengthM)} of ${why.medium} at ${why.rateMbps} Mb/s`;
    case 'coax':
      return `${why.attenuationDb.toFixed(1)} dB: ${why.stretches
        .map((s) => `${s.lengthM === null ? '' : `${length(s.lengthM)} `}${s.what} ${s.lossDb.toFixed(1)} dB`)
        .join(', ')}${why.guessed ? ' (part of it guessed)' : ''}`;
    case 'powerline':
      return `${why.near} to ${why.far}: ${why.factors.map((f) => `${f.factor.toFixed(2)} ${f.label}`).join(' × ')}`;
    case 'dead':
      return why.problem;
    case 'air':
      return part.kind === 'air'
        ? pathWords(why.way, length)
        : `${why.band} GHz at ${levelText(why.levelDbm)}: ${pathWords(why.way, length)}`;
  }
}
