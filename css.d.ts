declare module '*.css'
declare module '@fontsource-variable/public-sans'
declare module '@fontsource-variable/besley'
