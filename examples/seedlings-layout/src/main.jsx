import { createRoot } from 'react-dom/client';
import { Page } from './Page';

createRoot(document.getElementById('root')).render(<Page />);
