package outside

import (
	"errors"
	"os"
	"runtime/debug"
	"syscall"
)

// behind is how far a reading stands behind all else, of 19.
const behind = 10

// alone has the process end when whoever started it does.
func alone() *syscall.SysProcAttr {
	return &syscall.SysProcAttr{Pdeathsig: syscall.SIGKILL, Setpgid: true}
}

// confine lets this process open nothing more, neither files nor connections, and bounds its memory and time.
func confine() error {
	debug.SetMemoryLimit(mostMemory * 3 / 4)
	// What others do goes before it. In Linux a priority is a thread's; those to come take it over.
	if err := syscall.Setpriority(syscall.PRIO_PGRP, 0, behind); err != nil {
		return err
	}
	// What the runtime opens for itself, it opens now.
	r, w, err := os.Pipe()
	if err != nil {
		return err
	}
	if err := errors.Join(r.Close(), w.Close()); err != nil {
		return err
	}
	for _, l := range []struct {
		what int
		most uint64
	}{
		{syscall.RLIMIT_NOFILE, 0},
		{syscall.RLIMIT_FSIZE, 0},
		{syscall.RLIMIT_CORE, 0},
		{syscall.RLIMIT_DATA, mostMemory},
		{syscall.RLIMIT_CPU, uint64(mostTime.Seconds())},
	} {
		if err := syscall.Setrlimit(l.what, &syscall.Rlimit{Cur: l.most, Max: l.most}); err != nil {
			return err
		}
	}
	return nil
}

// timeUp reports whether a process was ended for the processor's time that it took.
func timeUp(p *os.ProcessState) bool {
	if p == nil {
		return false
	}
	w, ok := p.Sys().(syscall.WaitStatus)
	return ok && w.Signaled() && (w.Signal() == syscall.SIGXCPU || w.Signal() == syscall.SIGKILL && p.UserTime()+p.SystemTime() >= mostTime)
}
