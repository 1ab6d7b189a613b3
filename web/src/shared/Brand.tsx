import mark from './mark.svg';

export function Brand() {
  return (
    <span className="brand">
      <img src={mark} alt="" width={24} height={24} />
      Perambula
    </span>
  );
}
