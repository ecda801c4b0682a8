package main

import (
	"fmt"
	"net"
	"os"
	"path/filepath"

	"github.com/spf13/cobra"

	"plaintracer/demo"
)

func demoCommand() *cobra.Command {
	var addr, data string
	cmd := &cobra.Command{
		Use:   "demo",
		Short: "Serve the application with a demo scenario, on this machine only",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			host, _, err := net.SplitHostPort(addr)
			if ip := net.ParseIP(host); err != nil || host != "localhost" && (ip == nil || !ip.IsLoopback()) {
				return fmt.Errorf(
					"--addr %s: the demo's password is public, so it can only be served on a loopback address such as 127.0.0.1:8080",
					addr,
				)
			}
			if data == "" {
				if data, err = os.MkdirTemp("", "plaintracer-demo-*"); err != nil {
					return err
				}
			}
			s, err := demo.Open(data)
			if err != nil {
				return err
			}
			defer s.Close()
			abs, _ := filepath.Abs(data)
			fmt.Printf("Saltmarsh Museum, in %s\nOpen http://%s and sign in as %s with the password %s\n", abs, addr, demo.Email, demo.Password)
			return serve(cmd.Context(), s, addr, "", nil)
		},
	}
	cmd.Flags().StringVar(&addr, "addr", "127.0.0.1:8080", "loopback address to listen on")
	cmd.Flags().StringVar(&data, "data", "", "data folder (default: a new temporary one)")
	return cmd
}
