//go:build long

package size

const isLong = true
