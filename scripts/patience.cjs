// documents are made in threads that let others go first: beside a linter and another worker they take a while
jest.setTimeout(30_000)
