//go:build !unix

package web

import "net"

// hungUp cannot tell here: work then ends at its limits.
func hungUp(net.Conn) bool { return false }
