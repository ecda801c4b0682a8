package web

import "github.com/gofiber/fiber/v3"

// Routes is the whole of the application's surface.
func (s *Server) Routes() []Route {
	return []Route{
		{"GET", "/", Anyone, func(c fiber.Ctx) error { return c.Redirect().To("/charts") }},
		{"GET", "/static/*", Anyone, s.static},
		{"GET", "/healthz", Anyone, func(c fiber.Ctx) error { return c.SendString("ok") }},

		{"GET", "/sign-in", Anyone, s.signInPage},
		{"POST", "/sign-in", Anyone, s.signIn},
		{"GET", "/sign-in/token", Anyone, s.signInToken},
		{"GET", "/join/:invitation", Anyone, s.joinPage},
		{"POST", "/join/:invitation", Anyone, s.joined},
		{"POST", "/sign-out", SignedIn, s.signOut},
		{"GET", "/account", SignedIn, s.account},
		{"POST", "/account/password", SignedIn, s.changePassword},
		{"POST", "/account/sessions/end", SignedIn, s.endOthers},
		{"POST", "/account/invitations", SignedIn, s.invite},
		{"POST", "/account/invitations/withdraw", SignedIn, s.withdraw},

		{"GET", "/jobs/:job", SignedIn, s.jobState},

		{"GET", "/houses", SignedIn, s.houses},
		{"POST", "/houses", SignedIn, s.keepHouse},
		{"POST", "/houses/delete", SignedIn, s.dropHouse},

		{"GET", "/fonts", SignedIn, s.fonts},
		{"POST", "/fonts", SignedIn, s.bringFont},
		{"POST", "/fonts/delete", SignedIn, s.dropFont},
		{"GET", "/fonts/:font/:what", Anyone, s.fontFile},

		{"GET", "/starters", SignedIn, s.starterPage},
		{"GET", "/starters/:starter/preview.svg", SignedIn, s.starterPreview},
		{"POST", "/starters/:starter", SignedIn, s.begin},
		{"POST", "/starters/:starter/delete", SignedIn, s.dropStarter},

		{"GET", "/charts", SignedIn, s.charts},
		{"GET", "/charts/bin", SignedIn, s.bin},
		{"GET", "/charts/names", SignedIn, s.chartNames},
		{"POST", "/charts", SignedIn, s.newChart},
		{"POST", "/charts/open", SignedIn, s.openFile},
		{"POST", "/charts/list", SignedIn, s.typedList},
		{"POST", "/charts/list/preview", SignedIn, s.previewList},
		{"GET", "/charts/:chart", Owner, s.editor},
		{"GET", "/charts/:chart/chart.json", Owner, s.chartJSON},
		{"GET", "/charts/:chart/here", Owner, s.here},
		{"GET", "/charts/:chart/live", Owner, s.live},
		{"POST", "/charts/:chart/commands", Owner, s.commands},
		{"GET", "/charts/:chart/thumb.svg", Owner, s.thumb},
		{"POST", "/charts/:chart/files", Owner, s.attachFile},
		{"GET", "/charts/:chart/files/:file", Owner, s.file},
		{"POST", "/charts/:chart/pictures", Owner, s.keepPicture},
		{"GET", "/charts/:chart/pictures/:picture", Owner, s.picture},
		{"POST", "/charts/:chart/links/:link/files", Owner, s.letFiles},
		{"POST", "/charts/:chart/links/:link/proof", Owner, s.letProof},
		{"GET", "/charts/:chart/print", Owner, s.printView},
		{"GET", "/charts/:chart/print.css", Owner, s.printSheets},
		{"GET", "/charts/:chart/export", Owner, s.export},
		{"POST", "/charts/:chart/export", Owner, s.export}, // of a selection, which has no room in an address
		{"GET", "/charts/:chart/export/panel", Owner, s.exportPanel},
		{"GET", "/charts/:chart/rest.json", Owner, s.rest},
		{"POST", "/charts/:chart/back", Owner, s.goBack},
		{"POST", "/charts/:chart/rename", Owner, s.rename},
		{"POST", "/charts/:chart/duplicate", Owner, s.duplicate},
		{"POST", "/charts/:chart/starter", Owner, s.keepStarter},
		{"POST", "/charts/:chart/delete", Owner, s.toBin},
		{"POST", "/charts/:chart/restore", Owner, s.fromBin},
		{"POST", "/charts/:chart/destroy", Owner, s.destroy},

		{"GET", "/charts/:chart/share", Owner, s.sharePanel},
		{"POST", "/charts/:chart/links", Owner, s.addLink},
		{"POST", "/charts/:chart/links/:link/off", Owner, s.linkOff},
		{"POST", "/charts/:chart/links/:link/mute", Owner, s.linkMute},
		{"GET", "/charts/:chart/comments", Owner, s.comments},
		{"POST", "/charts/:chart/comments", Owner, s.answer},
		{"POST", "/charts/:chart/comments/:comment/settle", Owner, s.settle},
		{"POST", "/charts/:chart/comments/:comment/delete", Owner, s.dropRemark},

		{"GET", "/review/:link", LinkRead, s.review},
		{"GET", "/review/:link/files/:file", LinkRead, s.file},
		{"GET", "/review/:link/pictures/:picture", LinkRead, s.picture},
		{"GET", "/review/:link/print.css", LinkRead, s.printSheets},
		{"GET", "/review/:link/comments", LinkRead, s.reviewComments},
		{"POST", "/review/:link/comments", LinkComment, s.reviewRemark},
	}
}
