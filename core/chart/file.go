package chart

import "fmt"

// File is a file that is attached to a step. It is kept with the charts and not in them.
type File struct {
	ID   string `json:"id"` // SHA-256 of what is in it, in hexadecimal digits
	Name string `json:"name"`
	Type string `json:"type"` // media type, by content
	Size int    `json:"size"` // bytes
}

// MostFiles is how many files a step can have.
const MostFiles = 20

func checkFiles(fs []File) error {
	if len(fs) > MostFiles {
		return fmt.Errorf(tooManyFiles, MostFiles)
	}
	for i, f := range fs {
		if err := checkID(f.ID); err != nil {
			return fmt.Errorf(inFile, i, err)
		}
		for what, s := range map[string]string{"name": f.Name, "type": f.Type} {
			if err := checkText(what, s, maxName); err != nil {
				return fmt.Errorf(inFile, i, err)
			}
		}
		if f.Size < 0 {
			return fmt.Errorf(inFile, i, fmt.Errorf(badSize, f.Size))
		}
	}
	return nil
}
