/// <reference types="vite-plugin-pwa/client" />
/// <reference types="vite/client" />
