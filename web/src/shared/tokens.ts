/** The one palette: for the interface's theme, the map and the charts alike. */
export const COLOUR = {
  ink: '#23302E',
  soft: '#5C6964',
  faint: '#8E9893',
  paper: '#FBF9F5',
  sheet: '#FFFFFF',
  rail: '#F3EFE7',
  rule: '#E4DFD5',
  mulberry: '#7C3F6B',
  mulberryTint: '#F4EAF1',
  mulberryDeep: '#5E2C50',
  tarn: '#2F7278',
  tarnTint: '#E4F0F0',
  ochre: '#935C0E',
  ochreTint: '#FAF0DC',
  brick: '#A5402D',
  brickTint: '#F9E9E4',
  moss: '#54733B',
  mossTint: '#EDF2E4',
  land: '#F4F0E6',
  town: '#EAE3D4',
  green: '#DDE5CD',
  water: '#D3E4E6',
} as const;

export const FONT = {
  display: "'Fraunces Variable', Georgia, serif",
  text: "'Hanken Grotesk Variable', 'Helvetica Neue', Arial, sans-serif",
} as const;
