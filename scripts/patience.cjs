// documents are made in threads that let others go first, and whole rooms are drawn by jsdom: beside a linter and
// another worker both take a while
jest.setTimeout(30_000)
