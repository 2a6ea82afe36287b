// A test waits for states; this is only how long it may hang before it is called hung, on a machine many times slower
// than ours and busy with other things. How fast something is stands in bench/, never here.
jest.setTimeout(300_000)
