const { configure } = require('@testing-library/react')

// what comes a moment later comes later still beside a linter and another worker; a second was too short for it
configure({ asyncUtilTimeout: 6000 })
