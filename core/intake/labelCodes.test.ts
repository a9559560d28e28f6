import { expect, test } from '@jest/globals';
import { labelSaid } from './labelCodes';

const code = (text: string, format = 'Code128') => ({ text, format });

test('serials and addresses are told apart from wares and words', () => {
  expect(
    labelSaid([
      code('4006381333931', 'EAN-13'),
      code('A0B1C2D3E4F5'),
      code('SN: 22A7-4410-9F'),
      code('2231XK00417'),
      code('SNOW20417'),
      code('router'),
      code('S/N=22A7-4410-9F,MAC:a0-b1-c2-d3-e4-f5', 'QRCode'),
    ]),
  ).toEqual({
    // Only what stands behind a colon or the like is taken for what is named before it.
    serials: ['22A7-4410-9F', '2231XK00417', 'SNOW20417'],
    addresses: ['A0:B1:C2:D3:E4:F5'],
    heldKey: false,
  });
});

test('a key on a label goes nowhere', () => {
  const said = labelSaid([
    code('WIFI:T:WPA;S:Planted 91;P:planted-key-92;;', 'QRCode'),
    code('SN:77ZZ10021;PASS:planted93;KEY=planted-94;ADMIN:planted95x1;SSID:planted96', 'DataMatrix'),
  ]);
  expect(said).toEqual({ serials: ['77ZZ10021'], addresses: [], heldKey: true });
});

test('anything at all is read within bounds', () => {
  const many = Array.from({ length: 500 }, (_, i) => code(`XY${1000 + i}`.repeat(300)));
  expect(labelSaid(many).serials.length).toBeLessThanOrEqual(40);
  expect(labelSaid([code(''), code('\u0000\uffff'.repeat(90))])).toEqual({
    serials: [],
    addresses: [],
    heldKey: false,
  });
});
