import { describe, expect, test } from '@jest/globals';
import { quillfeatherFarm } from '../../demo/farm';
import { planContext } from '../plan/network/context';
import { visitCalendar } from './calendar';
import { preVisitMessage, questionsByPhone } from './preVisit';
import { progressOf } from './progress';
import { runSheet } from './runSheet';

const job = quillfeatherFarm();
const option = job.plan.options[0]!;
const facts = (brief = job.brief) => ({
  brief,
  site: job.site,
  option,
  ownKit: job.plan.ownKit,
  sheet: runSheet(planContext({ ...job, brief }), option, job.plan.today),
});

describe('what the customer has ready', () => {
  test('is made from kit and brief', () => {
    const text = preVisitMessage(facts(), '10 June').join('\n');
    for (const part of [
      'on 10 June between 09:00 and 16:00',
      'app, account, location permission',
      'the customer has the letter',
      'The telephone will be cut off',
      'Milk scale, Printer in the hall',
      'The guest room',
    ])
      expect(text).toContain(part);
    // No plate with mains behind it is opened and nothing is drilled: neither is asked about.
    expect(text).not.toContain('freezer');
    expect(text).not.toContain('We drill');
  });

  test('an open consent is asked for, an automatic log-in is not', () => {
    const brief = {
      ...job.brief,
      line: { ...job.brief.line, login: 'automatic' as const },
      consents: [{ id: 'c', what: 'landlord' as const, who: 'the owner', got: false }],
    };
    const text = preVisitMessage(facts(brief), '').join('\n');
    expect(text).toContain('Still needed in writing: the landlord (the owner).');
    expect(text).not.toContain('log-in of the line');
  });

  test('three questions by telephone, those first that are unknown', () => {
    expect(questionsByPhone(facts())).toHaveLength(3);
    const unknown = { ...job.brief, line: { ...job.brief.line, guessed: true, login: 'unknown' as const } };
    const asked = questionsByPhone(facts(unknown));
    expect(asked[0]).toContain('contract');
    expect(asked[1]).toContain('user name and password');
  });
});

describe('the visit in a calendar', () => {
  const sheet = facts().sheet;
  const begins = new Date('2026-06-10T09:00:00').getTime();
  const { day } = progressOf(sheet, new Map(), null, begins);
  const visit = {
    id: 'farm',
    name: 'Quillfeather Farm; barn, yard',
    address: 'Quillfeather Farm',
    date: '2026-06-10',
    hours: { from: '09:00', to: '16:00' },
    madeMs: Date.parse('2026-06-01T00:00:00Z'),
  };

  test('an event for the visit and one for each step, in the time of the place, the same each time', () => {
    const text = visitCalendar(visit, day);
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(1 + day.filter((s) => !s.beforeVisit).length);
    expect(text).toContain('DTSTART:20260610T090000\r\nDTEND:20260610T160000');
    expect(text).toContain('SUMMARY:Quillfeather Farm\\; barn\\, yard: visit');
    expect(visitCalendar(visit, day)).toBe(text);
  });
});
