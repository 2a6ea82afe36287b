// all of the library's styles: they come with the first room that is not sign-in or Today
import '@mantine/core/styles.layer.css'
import '@mantine/notifications/styles.layer.css'
