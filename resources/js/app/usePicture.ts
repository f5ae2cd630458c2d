import { useEffect, useState } from 'react';
import { hasAlong, store } from '../device/store';

/** Address of a picture: on this device while it waits to be sent, else at the server. */
export function usePicture(sha256: string): string {
  const [here, setHere] = useState<string | null>(null);
  useEffect(() => {
    let url: string | null = null;
    if (hasAlong())
      void store
        .then((db) => db.get('pictures', sha256))
        .then((picture) => {
          if (!picture) return;
          url = URL.createObjectURL(picture.blob);
          setHere(url);
        });
    return () => {
      if (url !== null) URL.revokeObjectURL(url);
    };
  }, [sha256]);
  return here ?? `/api/v1/pictures/${sha256}`;
}
