import { Camera, Globe, ImagePlus, Upload } from 'lucide-react';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { Button } from '../../ui/Button.tsx';
import { Field } from '../../ui/fields.tsx';
import { Fact, Row } from '../../ui/layout.tsx';

const FILE_TYPES = [
  '.txt', '.md', '.markdown', '.html', '.htm', '.docx', '.odt', '.rtf', '.pdf', '.pptx', '.epub', '.csv', '.tsv', '.xlsx', '.ods',
]; // prettier-ignore

const PHOTO_TYPES = ['image/jpeg', 'image/png', 'image/webp', 'image/tiff', 'image/avif', 'image/gif'];

const OnTouch = styled.span`
  @media not (pointer: coarse) {
    display: none;
  }
`;

interface WaysInProps {
  readonly onFiles: (files: readonly File[]) => void;
  /** @returns whether the page was found: then the field is emptied. */
  readonly onAddress: (address: string) => Promise<boolean>;
}

/**
 * Ways to take something in besides typing and dropping: files, photos, the camera of a phone, a web address.
 */
export function WaysIn({ onFiles, onAddress }: WaysInProps) {
  const [address, setAddress] = useState('');
  const choose = (files: FileList | null) => {
    if (files && files.length > 0) onFiles([...files]);
  };
  const fetchPage = async () => {
    if (address.trim() !== '' && (await onAddress(address))) setAddress('');
  };
  return (
    <>
      <Row>
        <FileTrigger allowsMultiple acceptedFileTypes={FILE_TYPES} onSelect={choose}>
          <Button>
            <Upload size={18} aria-hidden /> Choose files
          </Button>
        </FileTrigger>
        <Fact>
          Word, PDF, slides, EPUB, OpenDocument, RTF, web page, spreadsheet, text; up to 50 MB each. Or drop
          them in this frame.
        </Fact>
      </Row>
      <Row>
        <FileTrigger allowsMultiple acceptedFileTypes={PHOTO_TYPES} onSelect={choose}>
          <Button>
            <ImagePlus size={18} aria-hidden /> Choose photos
          </Button>
        </FileTrigger>
        <OnTouch>
          <FileTrigger acceptedFileTypes={['image/*']} defaultCamera="environment" onSelect={choose}>
            <Button>
              <Camera size={18} aria-hidden /> Take a photo
            </Button>
          </FileTrigger>
        </OnTouch>
        <Fact>
          Photos of pages become one handout, page after page, any way up. Get the whole page in the picture.
        </Fact>
      </Row>
      <Row style={{ alignItems: 'flex-end' }}>
        <div style={{ flex: '1 1 16rem' }}>
          <Field
            label="Web address"
            value={address}
            onChange={setAddress}
            placeholder="https://"
            onKeyDown={(event) => {
              if (event.key !== 'Enter') return;
              event.preventDefault();
              void fetchPage();
            }}
          />
        </div>
        <Button onPress={() => void fetchPage()} isDisabled={address.trim() === ''}>
          <Globe size={18} aria-hidden /> Fetch the page
        </Button>
      </Row>
    </>
  );
}
