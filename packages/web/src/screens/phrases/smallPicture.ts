/** Side of a button's picture, in pixels. */
const SIDE = 320;

/**
 * Makes a picture small enough for a button, as PNG, with its shape kept.
 * @throws Error when the file is no picture.
 */
export async function smallPicture(file: File): Promise<Blob> {
  const picture = await createImageBitmap(file).catch(() => {
    throw new Error('This file is no picture that the browser can show. Choose a JPEG or PNG file.');
  });
  const scale = Math.min(1, SIDE / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return new Promise((resolve, reject) => {
    canvas.toBlob(
      (blob) =>
        blob ? resolve(blob) : reject(new Error('The picture could not be made smaller. Try another one.')),
      'image/png',
    );
  });
}
