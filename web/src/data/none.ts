// Stands for optional dependencies of the PDF library that this program never calls.
export default undefined
