import { loadLanguage } from './language/load';
import './styles.css';

// The words of a view are chosen as its module is read: the language comes first.
await loadLanguage();
await import('./page');
