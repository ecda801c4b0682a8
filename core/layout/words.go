package layout

// sayFrom titles a page that goes on from another: its first step, and the title of the whole.
const sayFrom = "From %s: %s"
