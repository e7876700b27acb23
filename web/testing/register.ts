import { GlobalRegistrator } from '@happy-dom/global-registrator';

// A document before anything of the interface is loaded: its libraries look for one as they begin.
GlobalRegistrator.register({ url: 'http://pail.example/' });
