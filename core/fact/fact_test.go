package fact

import "testing"

func TestTable(t *testing.T) {
	var table Table
	limit := table.Number("limit", 0.15, "µm", "what is not seen yet", Bench("fitted"))
	table.Number("rate", 2, "", "how much faster", Memory("somebody, 1999"))
	if limit != 0.15 {
		t.Errorf("the number came back as %v", limit)
	}
	rows := table.Rows()
	if len(rows) != 2 || rows[0].ID != "limit" || rows[0].Unit != "µm" || rows[1].Evidence.Kind != FromMemory || rows[1].Evidence.Source != "somebody, 1999" {
		t.Errorf("rows %+v", rows)
	}
	if rows[0].Evidence.Kind != Practice {
		t.Errorf("what the bench goes by counts as %q", rows[0].Evidence.Kind)
	}
}
