import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { PICTURE_LIMIT_BYTES, bytesOf, checkPicture } from './picture';

const ascii = (text: string) => [...text].map((c) => c.charCodeAt(0));
const u32 = (n: number) => [(n >>> 24) & 255, (n >>> 16) & 255, (n >>> 8) & 255, n & 255];
const u32le = (n: number) => u32(n).reverse();

/** A PNG as far as its headers: size, further chunks, end. */
function png(width: number, height: number, extra: [string, number[]][] = []): Uint8Array {
  const chunk = (name: string, data: number[]) => [...u32(data.length), ...ascii(name), ...data, 0, 0, 0, 0];
  return Uint8Array.from([
    0x89,
    ...ascii('PNG\r\n'),
    0x1a,
    0x0a,
    ...chunk('IHDR', [...u32(width), ...u32(height), 8, 2, 0, 0, 0]),
    ...extra.flatMap(([name, data]) => chunk(name, data)),
    ...chunk('IDAT', [0]),
    ...chunk('IEND', []),
  ]);
}

/** A JPEG as far as its headers: segments, frame, start of scan. */
function jpeg(width: number, height: number, markers: [number, number[]][] = []): Uint8Array {
  const segment = (marker: number, data: number[]) => {
    const length = data.length + 2;
    return [0xff, marker, length >> 8, length & 255, ...data];
  };
  return Uint8Array.from([
    0xff,
    0xd8,
    ...segment(0xe0, [...ascii('JFIF'), 0, 1, 1, 0, 0, 1, 0, 1, 0, 0]),
    ...markers.flatMap(([m, data]) => segment(m, data)),
    ...segment(0xc0, [8, height >> 8, height & 255, width >> 8, width & 255, 1, 1, 0x11, 0]),
    ...segment(0xda, [1, 1, 0, 0, 63, 0]),
    0,
    0xff,
    0xd9,
  ]);
}

/** A lossless WebP with further chunks. */
function webp(width: number, height: number, extra: [string, number[]][] = []): Uint8Array {
  const bits = (width - 1) | ((height - 1) << 14);
  const chunk = (name: string, data: number[]) => [
    ...ascii(name),
    ...u32le(data.length),
    ...data,
    ...(data.length % 2 ? [0] : []),
  ];
  const body = [
    ...chunk('VP8L', [0x2f, ...u32le(bits), 0, 0, 0, 0, 0]),
    ...extra.flatMap(([name, data]) => chunk(name, data)),
  ];
  return Uint8Array.from([...ascii('RIFF'), ...u32le(body.length + 4), ...ascii('WEBP'), ...body]);
}

const said = (bytes: Uint8Array, type: string) => {
  const checked = checkPicture(bytes, type);
  return checked.ok ? `${checked.widthPx} × ${checked.heightPx}` : checked.message;
};

describe('pictures that may be stored', () => {
  test.each([
    ['PNG', png(640, 480), 'image/png'],
    ['JPEG', jpeg(640, 480), 'image/jpeg'],
    ['WebP', webp(640, 480), 'image/webp'],
    ['JPEG with a colour profile', jpeg(640, 480, [[0xe2, ascii('ICC_PROFILE')]]), 'image/jpeg'],
    ['PNG with its resolution', png(640, 480, [['pHYs', [0, 0, 11, 19, 0, 0, 11, 19, 1]]]), 'image/png'],
  ])('a plain %s', (_, bytes, type) => expect(said(bytes, type)).toBe('640 × 480'));
});

describe('notes of a camera are refused', () => {
  const exif = ascii('Exif');
  test.each([
    ['a PNG with Exif', png(64, 48, [['eXIf', exif]]), 'image/png'],
    ['a PNG with text', png(64, 48, [['tEXt', ascii('Author')]]), 'image/png'],
    ['a PNG with XMP', png(64, 48, [['iTXt', ascii('XML')]]), 'image/png'],
    ['a JPEG with Exif', jpeg(64, 48, [[0xe1, exif]]), 'image/jpeg'],
    ['a PNG with a time', png(64, 48, [['tIME', [7, 234, 11, 30, 9, 0, 0]]]), 'image/png'],
    ['a PNG with a chunk of somebody’s own', png(64, 48, [['prVt', [1]]]), 'image/png'],
    ['a PNG with something behind its end', Uint8Array.from([...png(64, 48), 1, 2, 3]), 'image/png'],
    ['a JPEG with a comment', jpeg(64, 48, [[0xfe, ascii('at home')]]), 'image/jpeg'],
    ['a JPEG with further pictures', jpeg(64, 48, [[0xe2, ascii('MPF')]]), 'image/jpeg'],
    ['a WebP with a chunk of somebody’s own', webp(64, 48, [['HOME', [1, 2]]]), 'image/webp'],
    ['a JPEG with agency notes', jpeg(64, 48, [[0xed, [1, 2, 3]]]), 'image/jpeg'],
    [
      'a JPEG with Exif behind another segment',
      jpeg(64, 48, [
        [0xe2, [1]],
        [0xe1, exif],
      ]),
      'image/jpeg',
    ],
    ['a WebP with Exif', webp(64, 48, [['EXIF', exif]]), 'image/webp'],
    [
      'a WebP with XMP behind an odd chunk',
      webp(64, 48, [
        ['ICCP', [1, 2, 3]],
        ['XMP ', [1, 2]],
      ]),
      'image/webp',
    ],
  ])('%s', (_, bytes, type) => expect(said(bytes, type)).toContain('notes of the camera'));
});

describe('what is refused', () => {
  test('a picture that is not what it says, or is none', () => {
    expect(said(png(64, 48), 'image/jpeg')).toContain('says it is image/jpeg and is not');
    expect(said(Uint8Array.from(ascii('<svg onload=x>')), 'image/png')).not.toMatch(/×/);
    expect(said(new Uint8Array(), 'image/png')).toContain('not a picture');
  });
  test('one too large in pixels or bytes', () => {
    expect(said(png(7000, 20), 'image/png')).toContain('at most 6000 px');
    expect(said(new Uint8Array(PICTURE_LIMIT_BYTES + 1), 'image/png')).toContain('more than 4 MB');
  });
  test('whatever bytes come, it answers', () => {
    const whole = [png(64, 48, [['tEXt', [1]]]), jpeg(64, 48, [[0xe1, [1]]]), webp(64, 48, [['EXIF', [1]]])];
    fc.assert(
      fc.property(
        fc.constantFrom(...whole),
        fc.integer({ min: 0, max: 120 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 120 }), fc.integer({ min: 0, max: 255 })), {
          maxLength: 6,
        }),
        fc.constantFrom('image/png', 'image/jpeg', 'image/webp', 'text/html'),
        (bytes, length, changes, type) => {
          const broken = bytes.slice(0, Math.max(1, length));
          for (const [at, value] of changes) if (at < broken.length) broken[at] = value;
          const checked = checkPicture(broken, type);
          expect(typeof checked.ok).toBe('boolean');
          if (!checked.ok) expect(checked.message.length).toBeGreaterThan(10);
        },
      ),
      { numRuns: 300 },
    );
  });
});

test('base64 comes back as its bytes', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
      expect([...bytesOf(Buffer.from(bytes).toString('base64'))]).toEqual([...bytes]);
    }),
  );
});
