import { createTheme, type MantineColorsTuple } from '@mantine/core'

// ten shades about the one action colour, #0f5c54 at 7
const press: MantineColorsTuple = [
  '#e8f3f1',
  '#cfe4e1',
  '#a0c9c4',
  '#6eaca5',
  '#45938b',
  '#2a827a',
  '#1a7068',
  '#0f5c54',
  '#0a4b45',
  '#053833',
]

export const theme = createTheme({
  primaryColor: 'press',
  primaryShade: { light: 7, dark: 5 },
  colors: { press },
  fontFamily: '"Public Sans Variable", system-ui, sans-serif',
  headings: { fontFamily: '"Besley Variable", Georgia, serif' },
  defaultRadius: 2,
  fontSizes: { xs: '12px', sm: '13px', md: '14px', lg: '16px', xl: '20px' },
  focusRing: 'always',
  respectReducedMotion: true,
  components: {
    // plain data: the theme is read on the server, too
    Modal: { defaultProps: { closeButtonProps: { 'aria-label': 'Close' } } },
  },
})
