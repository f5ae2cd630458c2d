import { useEffect, useRef, useState } from 'react';
import { Alert, Box, Button, Stack } from '@mui/material';
import CameraAltIcon from '@mui/icons-material/CameraAlt';
import ImageIcon from '@mui/icons-material/Image';

/** Reads the bars of a fitting's label: 24 digits, or 26 of the traceability code, as interleaved 2 of 5; 16 characters as Code 128. */
async function reader() {
  const [{ BrowserMultiFormatReader }, { BarcodeFormat, DecodeHintType }] = await Promise.all([import('@zxing/browser'), import('@zxing/library')]);
  const hints = new Map<number, unknown>([
    [DecodeHintType.POSSIBLE_FORMATS, [BarcodeFormat.ITF, BarcodeFormat.CODE_128]],
    [DecodeHintType.ALLOWED_LENGTHS, [24, 26]],
    [DecodeHintType.TRY_HARDER, true],
  ]);
  return new BrowserMultiFormatReader(hints as ConstructorParameters<typeof BrowserMultiFormatReader>[0]);
}

/** Camera or a picture of the label; what is read is handed on as if a scanner had typed it. */
export function CodeReader({ onRead }: { onRead: (code: string) => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const [looking, setLooking] = useState(false);
  const [said, setSaid] = useState('');
  const read = useRef(onRead);
  useEffect(() => {
    read.current = onRead;
  });

  useEffect(() => {
    if (!looking || !video.current) return;
    let stop: (() => void) | null = null;
    let gone = false;
    void reader()
      .then((r) =>
        r.decodeFromVideoDevice(undefined, video.current ?? undefined, (result, _error, controls) => {
          if (!result) return;
          controls.stop();
          setLooking(false);
          read.current(result.getText());
        }),
      )
      .then((controls) => {
        stop = () => controls.stop();
        if (gone) stop();
      })
      .catch(() => {
        setLooking(false);
        setSaid('The camera cannot be used here. Choose a picture of the label, or type the digits.');
      });
    return () => {
      gone = true;
      stop?.();
    };
  }, [looking]);

  const picture = async (file: File) => {
    setSaid('');
    const url = URL.createObjectURL(file);
    try {
      read.current((await (await reader()).decodeFromImageUrl(url)).getText());
    } catch {
      setSaid('No bar code could be read in this picture. Take it straight from the front, with light, all bars in it; or type the digits.');
    } finally {
      URL.revokeObjectURL(url);
    }
  };

  return (
    <Box>
      <Stack direction="row" spacing={1.5} sx={{ flexWrap: 'wrap', rowGap: 1 }}>
        <Button variant="outlined" startIcon={<CameraAltIcon />} onClick={() => (setSaid(''), setLooking(!looking))}>
          {looking ? 'Put the camera away' : 'Read by camera'}
        </Button>
        <Button component="label" variant="outlined" startIcon={<ImageIcon />}>
          Read from a picture
          <input type="file" accept="image/*" hidden aria-label="Picture of the label" onChange={(e) => e.target.files?.[0] && void picture(e.target.files[0])} />
        </Button>
      </Stack>
      {looking && <Box component="video" ref={video} muted playsInline sx={{ mt: 1, width: '100%', maxWidth: 480, bgcolor: 'earth' }} />}
      {said !== '' && (
        <Alert severity="warning" sx={{ mt: 1 }}>
          {said}
        </Alert>
      )}
    </Box>
  );
}
