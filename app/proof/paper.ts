/** The findings and the size sheet as files. */
import { fileName, saveFile } from '../store/files'
import { useFound } from '../store/findings'
import { plansHand, sayFault } from '../store/hands'
import { askModel } from '../store/modelling'
import { useOpen } from '../store/open'
import { sayRefusal } from '../ui/refusal'

export async function saveSheets(what: 'report' | 'sizes'): Promise<void> {
  const { project } = useOpen.getState()
  try {
    const sheets = await askModel(project, ({ remote }) => remote.paper(what, [...useFound.getState().all]))
    const pdf = await plansHand.ask((hand) => hand.pdf(sheets, project.name))
    saveFile(
      fileName(project.name, what === 'sizes' ? '-sizes.pdf' : '-proof.pdf'),
      pdf.data,
      'application/pdf',
    )
    if (pdf.missing.length > 0)
      sayRefusal(`No font here has ${pdf.missing.join(' ')}; a sign stands for each in the PDF`)
  } catch (error) {
    sayRefusal(sayFault(error, 'The PDF could not be made'))
  }
}

export async function saveReport(): Promise<void> {
  const { project } = useOpen.getState()
  try {
    const text = await askModel(project, ({ remote }) => remote.report([...useFound.getState().all]))
    saveFile(fileName(project.name, '-findings.json'), text, 'application/json')
  } catch (error) {
    sayRefusal(sayFault(error, 'The report could not be made'))
  }
}
