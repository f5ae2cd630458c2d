import { useEffect, useRef, useState } from 'react';
import { Alert, Box, Button, Stack } from '@mui/material';
import CameraAltIcon from '@mui/icons-material/CameraAlt';
import { FileButton } from '../../app/FileButton';
import ImageIcon from '@mui/icons-material/Image';

/** Reads the bars of a fitting's label: 24 digits, or 26 of the traceability code, as interleaved 2 of 5; 16 characters as Code 128. */
async function reader() {
  const [{ BrowserMultiFormatReader }, { BarcodeFormat, DecodeHintType }] = await Promise.all([import('@zxing/browser'), import('@zxing/library')]);
  const hints = new Map<number, unknown>([
    [DecodeHintType.POSSIBLE_FORMATS, [BarcodeFormat.ITF, BarcodeFormat.CODE_128]],
    [DecodeHintType.ALLOWED_LENGTHS, [24, 26]],
  ]);
  return new BrowserMultiFormatReader(hints as ConstructorParameters<typeof BrowserMultiFormatReader>[0]);
}

/** Widths, px, that a picture is drawn at in turn: thin bars need room, and a large photo reads better made smaller. */
const WIDTHS = [1600, 2600, 1000];
/** Degrees that a picture is turned by in turn: nobody holds a camera quite straight. */
const TURNS = [0, 90, 4, -4, 8, -8];

async function fromPicture(file: File): Promise<string | null> {
  const [bitmap, r] = await Promise.all([createImageBitmap(file), reader()]);
  const canvas = document.createElement('canvas');
  const pen = canvas.getContext('2d', { willReadFrequently: true });
  if (!pen) return null;
  for (const turn of TURNS) {
    for (const width of WIDTHS) {
      const scale = width / bitmap.width;
      const [w, h] = [width, Math.round(bitmap.height * scale)];
      [canvas.width, canvas.height] = turn === 90 ? [h, w] : [w, h];
      pen.fillStyle = '#fff';
      pen.fillRect(0, 0, canvas.width, canvas.height);
      pen.translate(canvas.width / 2, canvas.height / 2);
      pen.rotate((turn * Math.PI) / 180);
      pen.drawImage(bitmap, -w / 2, -h / 2, w, h);
      pen.setTransform(1, 0, 0, 1, 0, 0);
      try {
        return r.decodeFromCanvas(canvas).getText();
      } catch {
        // not at this size and turn
      }
    }
  }
  return null;
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
    const code = await fromPicture(file).catch(() => null);
    if (code === null) setSaid('No bar code could be read in this picture. Take it straight from the front, with light, all bars in it; or type the digits.');
    else read.current(code);
  };

  return (
    <Box>
      <Stack direction="row" spacing={1.5} sx={{ flexWrap: 'wrap', rowGap: 1 }}>
        <Button variant="outlined" startIcon={<CameraAltIcon />} onClick={() => (setSaid(''), setLooking(!looking))}>
          {looking ? 'Put the camera away' : 'Read by camera'}
        </Button>
        <FileButton name="Picture of the label" accept="image/*" variant="outlined" startIcon={<ImageIcon />} onFile={(file) => void picture(file)}>
          Read from a picture
        </FileButton>
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
