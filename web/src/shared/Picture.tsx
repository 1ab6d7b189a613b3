import { ImageOff } from 'lucide-react';
import { useEffect, useState } from 'react';

const MOST_TRIES = 4;

interface Props {
  readonly listingKey: string;
  readonly index?: number;
  readonly alt: string;
  readonly className?: string;
}

/** A listing's picture, filling its frame. One that does not come is asked for again, a little later each time. */
export function Picture(props: Props) {
  return <OnePicture key={`${props.listingKey} ${props.index ?? 0}`} {...props} />;
}

function OnePicture({ listingKey, index = 0, alt, className = '' }: Props) {
  const [tries, setTries] = useState(0);
  const [missing, setMissing] = useState(false);
  useEffect(() => {
    if (!missing || tries >= MOST_TRIES) return;
    const timer = setTimeout(
      () => {
        setTries(tries + 1);
        setMissing(false);
      },
      1500 * 2 ** tries,
    );
    return () => clearTimeout(timer);
  }, [missing, tries]);
  if (missing)
    return (
      <span
        className={`picture is-missing ${className}`}
        {...(alt === '' ? {} : { role: 'img', 'aria-label': `${alt}: no picture` })}
      >
        <ImageOff size={20} aria-hidden="true" />
      </span>
    );
  return (
    <img
      className={`picture ${className}`}
      src={`/media/${listingKey}/${index}.svg${tries > 0 ? `?try=${tries}` : ''}`}
      alt={alt}
      loading="lazy"
      width={640}
      height={400}
      onError={() => setMissing(true)}
    />
  );
}
