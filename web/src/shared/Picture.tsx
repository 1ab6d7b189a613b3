/** A drawn picture of a listing, filling its frame. */
export function Picture({
  listingKey,
  index = 0,
  alt,
  className = '',
}: {
  readonly listingKey: string;
  readonly index?: number;
  readonly alt: string;
  readonly className?: string;
}) {
  return (
    <img
      className={`picture ${className}`}
      src={`/media/${listingKey}/${index}.svg`}
      alt={alt}
      loading="lazy"
      width={640}
      height={400}
    />
  );
}
