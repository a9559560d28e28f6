/** How many points of a picture one point of the drawing becomes: sharp on paper. */
const SCALE = 3;

/** Draws a plan that is there as SVG as a PNG and saves it; words where the browser cannot. */
export async function savePng(svgUrl: string, fileName: string): Promise<string | null> {
  const response = await fetch(svgUrl);
  if (!response.ok) return 'The drawing could not be fetched: load the page again.';
  const source = URL.createObjectURL(await response.blob());
  try {
    const image = new Image();
    image.src = source;
    await image.decode();
    const canvas = document.createElement('canvas');
    canvas.width = Math.round(image.naturalWidth * SCALE);
    canvas.height = Math.round(image.naturalHeight * SCALE);
    const pen = canvas.getContext('2d')!;
    pen.fillStyle = '#fff';
    pen.fillRect(0, 0, canvas.width, canvas.height);
    pen.drawImage(image, 0, 0, canvas.width, canvas.height);
    const blob = await new Promise<Blob | null>((give) => canvas.toBlob(give, 'image/png'));
    if (!blob) return 'This browser cannot make a PNG of it: take the SVG.';
    const link = document.createElement('a');
    link.href = URL.createObjectURL(blob);
    link.download = fileName;
    link.click();
    setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
    return null;
  } catch {
    return 'This browser cannot make a PNG of it: take the SVG.';
  } finally {
    URL.revokeObjectURL(source);
  }
}
