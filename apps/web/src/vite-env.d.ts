/// <reference types="vite/client" />

/** Stands for the shapes of all replies of this build. */
declare const __SHAPES__: string
