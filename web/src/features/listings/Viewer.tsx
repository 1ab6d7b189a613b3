import 'yet-another-react-lightbox/styles.css';
import 'yet-another-react-lightbox/plugins/captions.css';
import 'yet-another-react-lightbox/plugins/counter.css';
import Lightbox from 'yet-another-react-lightbox';
import Captions from 'yet-another-react-lightbox/plugins/captions';
import Counter from 'yet-another-react-lightbox/plugins/counter';
import Zoom from 'yet-another-react-lightbox/plugins/zoom';
import { COLOUR } from '../../shared/tokens.js';

/** Drawn or photographed, a picture is shown up to this size. */
const AS_LARGE_AS = { width: 1920, height: 1200 };

interface Props {
  readonly pictures: readonly { readonly src: string; readonly alt: string; readonly caption: string }[];
  readonly at: number;
  readonly onAt: (index: number) => void;
  readonly onClose: () => void;
}

/** A home's pictures over the whole window, driven by keys, fingers and the pointer. */
export function Viewer({ pictures, at, onAt, onClose }: Props) {
  return (
    // its arrows turn the pictures, not the listings under it
    <div onKeyDown={(event) => event.stopPropagation()} role="presentation">
      <Lightbox
        open
        index={at}
        close={onClose}
        on={{ view: ({ index }) => onAt(index) }}
        plugins={[Captions, Counter, Zoom]}
        slides={pictures.map(({ src, alt, caption }) => ({ src, alt, description: caption, srcSet: [{ src, ...AS_LARGE_AS }] }))}
        styles={{ root: { '--yarl__color_backdrop': COLOUR.ink } }}
        carousel={{ finite: true, imageFit: 'contain' }}
        captions={{ descriptionTextAlign: 'center' }}
        labels={{ Previous: 'The picture before', Next: 'The next picture', Close: 'Close the pictures' }}
        animation={{ fade: 120, swipe: 220 }}
      />
    </div>
  );
}
