const { configure } = require('@testing-library/react')

// what comes a moment later comes much later on a busy machine
configure({ asyncUtilTimeout: 60_000 })
