import { setDeployment } from '../shared/deployment.js';

setDeployment({
  place: 'Ostrey County',
  zone: 'America/New_York',
  notice: 'Verify what matters to you.',
  isDemo: true,
  isNew: false,
});
