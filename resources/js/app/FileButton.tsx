import { useId, type ReactNode } from 'react';
import { Button, type ButtonProps } from '@mui/material';
import UploadFileIcon from '@mui/icons-material/UploadFile';

interface Props extends Pick<ButtonProps, 'variant' | 'color' | 'disabled' | 'sx' | 'startIcon'> {
  /** what the file is, for those who cannot see */
  name: string;
  accept: string;
  camera?: boolean;
  onFile: (file: File) => void;
  children: ReactNode;
}

/** A button that brings one file. The input stays in reach of the keyboard. */
export function FileButton({ name, accept, camera = false, onFile, children, startIcon = <UploadFileIcon />, ...button }: Props) {
  const id = useId();
  return (
    <>
      <Button component="label" htmlFor={id} startIcon={startIcon} {...button}>
        {children}
      </Button>
      <input
        id={id}
        type="file"
        aria-label={name}
        accept={accept}
        disabled={button.disabled}
        {...(camera ? { capture: 'environment' as const } : {})}
        style={{ position: 'absolute', width: 1, height: 1, opacity: 0 }}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
}
