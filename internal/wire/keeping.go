package wire

import "time"

// Keeping is where the work lies and how it is kept.
type Keeping struct {
	Path    string      `json:"path"`             // of the file
	Folder  string      `json:"folder"`           // of the backups
	Bytes   int64       `json:"bytes"`            // of the file with its log
	Size    string      `json:"size"`             // in words
	Photos  string      `json:"photos"`           // how many and how large they are, in words
	Frozen  string      `json:"frozen,omitempty"` // why nothing can be written; empty as usual
	Reach   string      `json:"reach"`            // who can reach this server
	Guarded bool        `json:"guarded"`          // a passphrase is asked for
	Has     bool        `json:"has_passphrase"`
	Print   string      `json:"print,omitempty"` // fingerprint of a certificate of the server's own making
	Demo    bool        `json:"demo"`
	Newest  string      `json:"newest"` // how old the newest backup is, in words
	Backups []BackedUp  `json:"backups"`
	Builds  []KeptBuild `json:"builds"` // for the thinning of their histories
}

// BackedUp is a backup.
type BackedUp struct {
	Name string    `json:"name"`
	At   time.Time `json:"at"`
	Why  string    `json:"why"` // in words
	Size string    `json:"size"`
	Age  string    `json:"age"`
}

// KeptBuild is a build by name.
type KeptBuild struct {
	Slug string `json:"slug"`
	Name string `json:"name"`
}

// RestoreFile asks for a backup to take everything's place.
type RestoreFile struct {
	Name string `json:"name" validate:"required,max=300"`
}

// Verified is what a look over the whole file found.
type Verified struct {
	Wrong []string `json:"wrong"` // nothing where all is well
}

// ThinHistory asks for the older steps of a build's history to be let go.
type ThinHistory struct {
	Days int `json:"days" validate:"min=0,max=3650"` // changes of these last days all stay
}

// Thinned is how many went.
type Thinned struct {
	Gone int    `json:"gone"`
	Size string `json:"size"` // of the file now
}

// Said is a plain answer.
type Said struct {
	Words string `json:"words"`
}

// Visit gives the passphrase.
type Visit struct {
	Passphrase string `json:"passphrase" validate:"required,max=1000"`
}

// ChangePassphrase asks for another passphrase.
type ChangePassphrase struct {
	Old string `json:"old" validate:"required,max=1000"`
	New string `json:"new" validate:"required,max=1000"`
}
