/**
 * A square of the middle of a picture, so many dots a side; drawn anew, so that nothing of where it
 * was taken goes along. @throws Error for what is no picture
 */
export async function toSquare(
  file: File,
  side: number,
  type: 'image/jpeg' | 'image/png',
): Promise<Blob> {
  const image = await createImageBitmap(file);
  const shorter = Math.min(image.width, image.height);
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = side;
  canvas
    .getContext('2d')!
    .drawImage(
      image,
      (image.width - shorter) / 2,
      (image.height - shorter) / 2,
      shorter,
      shorter,
      0,
      0,
      side,
      side,
    );
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error('The picture could not be drawn.'))),
      type,
      0.86,
    ),
  );
}
