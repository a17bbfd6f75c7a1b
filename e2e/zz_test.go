package e2e
import ("testing")
func TestZZ(t *testing.T) {
	_, p := emptyWall(t, 1280, 800)
	for _, k := range []string{"on-backer","cleat-wall","tool-holder","box","wrapped-brackets"} {
		p.choose("hangs on", k)
		p.settled()
		p.shot("/tmp/zz-"+k+".png")
	}
}
