/** What a tablet's camera makes is smaller than this [B]; and so much of a photo is sent at most. */
const MOST_READ = 30_000_000;
const MOST_SENT = 2_000_000;
/** The longer side of what is sent [px], and how good it is, until it is small enough. */
const TRIES: [number, number][] = [
  [2000, 0.85],
  [2000, 0.7],
  [1600, 0.7],
  [1200, 0.6],
];
const KIND = 'image/jpeg';

/** Why a file is no photo of ours. */
export type NoPhoto = 'none' | 'large';

/**
 * A photo as it is sent: upright, small enough, and drawn anew, so that nothing of what a camera writes into it (where,
 * when, by which one) leaves the tablet.
 */
export async function shrunk(file: File): Promise<Blob | NoPhoto> {
  if (file.size > MOST_READ) return 'large';
  const picture = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => null);
  if (!picture || picture.width === 0) return 'none';
  try {
    for (const [side, quality] of TRIES) {
      const made = await drawn(picture, side, quality);
      if (made && made.size <= MOST_SENT) return made;
    }
    return 'large';
  } finally {
    picture.close();
  }
}

function drawn(picture: ImageBitmap, side: number, quality: number): Promise<Blob | null> {
  const scale = Math.min(1, side / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return new Promise((done) => canvas.toBlob(done, KIND, quality));
}
