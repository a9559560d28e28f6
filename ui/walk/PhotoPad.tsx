/** @jsxImportSource preact */
import { useState } from 'preact/hooks';

/** Longer side of a photo as it is kept, px, and how finely: enough to read a label, little to send. */
const SIDE_PX = 1600;
const QUALITY = 0.75;

/** A photo drawn anew: smaller, and without what a camera notes of where and when; null where it is no picture. */
async function drawnAnew(file: Blob): Promise<Blob | null> {
  const picture = await createImageBitmap(file).catch(() => null);
  if (!picture) return null;
  const by = Math.min(1, SIDE_PX / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(picture.width * by);
  canvas.height = Math.round(picture.height * by);
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return new Promise((give) => canvas.toBlob(give, 'image/jpeg', QUALITY));
}

/** Takes a photo at a step; it is kept on the phone until the laptop has it. */
export function PhotoPad({ onPhoto, waiting }: { onPhoto: (photo: Blob) => void; waiting: number }) {
  const [said, setSaid] = useState<string | null>(null);
  return (
    <>
      <label class="quiet wide file">
        Take a photo
        <input
          type="file"
          accept="image/*"
          capture="environment"
          onChange={async (e) => {
            const input = e.currentTarget;
            const [file] = input.files ?? [];
            const photo = file ? await drawnAnew(file) : null;
            input.value = '';
            if (photo) onPhoto(photo);
            setSaid(!file ? null : photo ? 'Photo kept.' : 'That is no picture this phone can read.');
          }}
        />
      </label>
      {(said || waiting > 0) && (
        <p class="said" role="status">
          {said} {waiting > 0 && `${waiting} on this phone, not sent yet.`}
        </p>
      )}
    </>
  );
}
