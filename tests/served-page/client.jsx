import 'quayside';
import { hydrateRoot } from 'react-dom/client';
import { Page } from './Page.jsx';

const harbor = JSON.parse(document.getElementById('harbor').textContent);
hydrateRoot(document.getElementById('app'), <Page harbor={harbor} />, {
  onRecoverableError: (error) => reportError(error),
});
