import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseLinkText } from './linkText';

test.each([
  [
    'a terminal’s link print',
    'Connected to 02:00:00:00:00:01 (on wlan0)\n\tSSID: secret name\n\tfreq: 5180\n\tRX: 1 bytes\n\tsignal: -61 dBm\n\ttx bitrate: 433.3 MBit/s',
    { rssiDbm: -61, band: '5', channel: null },
  ],
  [
    'an interface listing in percent',
    '    SSID                   : secret name\n    Band                   : 6 GHz\n    Channel                : 37\n    Signal                 : 84%\n',
    { rssiDbm: -58, band: '6', channel: 37 },
  ],
  [
    'a report with channel and band',
    '     agrCtlRSSI: -70\n     channel: 11,1\n',
    { rssiDbm: -70, band: '2.4', channel: 11 },
  ],
  ['another report', 'RSSI: -55 dBm\nChannel: 36 (5GHz, 80MHz)\n', { rssiDbm: -55, band: '5', channel: 36 }],
  [
    'an old tool',
    'wlan0 IEEE 802.11  Frequency:2.437 GHz\n Link Quality=50/70  Signal level=-60 dBm',
    { rssiDbm: -60, band: '2.4' },
  ],
])('%s', (_, text, expected) => expect(parseLinkText(text)).toMatchObject(expected));

test.each(['', 'hello', 'signal: 12 dBm', 'Signal : 900 %', 'signal: -300 dBm'])(
  '“%s” holds no level',
  (text) => expect(parseLinkText(text)).toBeNull(),
);

test('no name of a network is kept, and nothing throws', () => {
  const read = parseLinkText('SSID: Kestrel Lane\nsignal: -61 dBm');
  expect(JSON.stringify(read)).not.toContain('Kestrel');
  fc.assert(fc.property(fc.string({ unit: 'binary' }), (text) => void parseLinkText(text)));
});
