// what sign-in and Today need of the library's styles; the rest comes with the first other room
import '@mantine/core/styles/baseline.layer.css'
import '@mantine/core/styles/default-css-variables.layer.css'
import '@mantine/core/styles/global.layer.css'
import '@mantine/core/styles/UnstyledButton.layer.css'
import '@mantine/core/styles/Button.layer.css'
import '@mantine/core/styles/ActionIcon.layer.css'
import '@mantine/core/styles/Loader.layer.css'
